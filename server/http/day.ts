import { getRouterParam } from 'h3'
import type { H3Event } from 'h3'
import { dayField } from '#shared/fields'
import { notFound } from '../services/refusal'

/** A day from the path, `2030-06-01`. @throws Refusal 404 when it is none */
export function pathDay(event: H3Event): string {
  const parsed = dayField.safeParse(getRouterParam(event, 'day'))
  if (!parsed.success) throw notFound('day')
  return parsed.data
}
