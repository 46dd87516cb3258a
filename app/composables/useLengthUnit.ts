import type { z } from 'zod'
import type { LengthUnit } from '#shared/fields'
import { asWritten } from '#shared/written'

/** In what whoever is at the device reads and writes lengths: their own unit, or the house's. */
export function useLengthUnit() {
  const [studio, session] = [useStudioStore(), useSessionStore()]
  return computed((): LengthUnit => session.person?.lengthUnit ?? studio.rules.lengthUnit)
}

/**
 * A form with lengths. Bare numbers mean the unit of whoever is at the device. Where somebody else takes over, or the unit is changed,
 * while the form is open, what stands there keeps the unit it was written in.
 * @param asMeant the same form, whose bare lengths say this unit
 * @param form null until it is there
 */
export function useMeantForm<F extends object>(asMeant: (form: F, unit: LengthUnit) => F, form: () => F | null) {
  const unit = useLengthUnit()
  watch(unit, (_, before) => {
    const entered = form()
    if (entered) Object.assign(entered, asMeant(entered, before))
  })
  /** As it is sent: every length with its unit, so that the server reads what stands here. */
  const written = () => asMeant(form()!, unit.value)
  return { unit, written }
}

/** The same of a form whose schema knows its lengths. */
export function useLengthForm<S extends z.ZodType<unknown, object>>(schemaIn: (unit: LengthUnit) => S, form: () => z.input<S>) {
  const { unit, written } = useMeantForm<z.input<S>>((entered, meant) => asWritten(schemaIn(meant), entered) as z.input<S>, form)
  return { unit, written, schema: () => schemaIn(unit.value) }
}
