import type { z } from 'zod'
import type { LengthUnit } from '#shared/fields'
import { asWritten } from '#shared/written'

/** In what whoever is at the device reads and writes lengths: their own unit, or the house's. */
export function useLengthUnit() {
  const [studio, session] = [useStudioStore(), useSessionStore()]
  return computed((): LengthUnit => session.person?.lengthUnit ?? studio.rules.lengthUnit)
}

/**
 * A form with lengths: its schema in the unit of whoever is at the device. Bare numbers mean that unit. Where somebody else takes over,
 * or the unit is changed, while the form is open, what stands there keeps the unit it was written in.
 */
export function useLengthForm<S extends z.ZodType<unknown, object>>(schemaIn: (unit: LengthUnit) => S, form: () => z.input<S>) {
  const unit = useLengthUnit()
  watch(unit, (_, before) => Object.assign(form() as object, asWritten(schemaIn(before), form()) ?? {}))
  return {
    unit,
    schema: () => schemaIn(unit.value),
    /** As it is sent: every length with its unit, so that the server reads what stands here. */
    written: () => asWritten(schemaIn(unit.value), form()) as z.input<S>,
  }
}
