import { z } from 'zod'
import { jobSchema } from './jobs'
import type { JobForm } from './jobs'
import type { LengthUnit } from './fields'

/** A job that others begin as: all that is asked of it but for whom and by when. */
export interface JobTemplate {
  id: string
  name: string
  entered: JobForm
}

export const templateNameSchema = z
  .string()
  .trim()
  .min(2, 'Write what it is for, for example name on a pint.')
  .max(60, 'Keep it under 60 letters.')

/** A template's form: a job's, where nobody has to say yet for whom it is, nor by when. */
export const templateSchema = (unit: LengthUnit) =>
  z.preprocess(form => (form !== null && typeof form === 'object' ? { ...form, ...NOBODY_YET } : form), jobSchema(unit))
const NOBODY_YET = { customer: 'nobody yet', dueOn: '2030-01-01' }

/** The same without those whom it was written for. */
export const withoutCustomer = (form: JobForm): JobForm => ({
  ...form,
  customer: '',
  dueOn: '',
  sets: form.sets.map(set => ({
    ...set,
    names: '',
    passes: set.passes.map(pass => ({ ...pass, placements: pass.placements.map(unnamed) })),
  })),
})
/** Stencils of single pieces are those of somebody's names. */
const unnamed = (p: JobForm['sets'][number]['passes'][number]['placements'][number]) => ({ ...p, artworkIds: [] })
