import { jobSchema } from '#shared/jobs'
import type { JobForm } from '#shared/jobs'
import { fieldErrors } from '#shared/fields'
import { templateSchema, withoutCustomer } from '#shared/templates'
import type { JobTemplate } from '#shared/templates'
import { asWritten } from '#shared/written'
import * as templates from '../db/queries/templates'
import type { Context } from './context'
import { notFound, Refusal } from './refusal'
import { studioOf } from './studio'

/** @param id made by the client: sent twice, stored once */
export async function addTemplate(context: Context, id: string, name: string, body: unknown): Promise<JobTemplate> {
  const { rules } = await studioOf(context.pool)
  const parsed = templateSchema(rules.lengthUnit).safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const form = withoutCustomer(asWritten(jobSchema(rules.lengthUnit), body) as JobForm)
  await templates.insertTemplate(context.pool, id, name, form, context.by, context.now())
  return (await templates.templateById(context.pool, id))!
}

export async function dropTemplate(context: Context, id: string): Promise<{ id: string }> {
  if (!(await templates.dropTemplate(context.pool, id))) throw notFound('template')
  return { id }
}
