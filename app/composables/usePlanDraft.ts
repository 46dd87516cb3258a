import { useLocalStorage } from '@vueuse/core'
import { v7 } from 'uuid'
import { BLANK_PLACEMENT, BLANK_PLAN, jobOf, jobSchema, passOf, planOf, planWithin, setOf } from '#shared/jobs'
import type { JobForm, PassForm, PlacementForm, PlanForm, SetForm } from '#shared/jobs'
import type { PartedPass } from '#shared/placements'
import type { Job } from '#shared/passes'
import type { LengthUnit } from '#shared/fields'
import { asWritten } from '#shared/written'

interface Draft {
  id: string
  version: number
  form: JobForm
  /** What bare lengths in it were written in. */
  unit?: LengthUnit
  /** Passes for which nobody chose resist and etchant yet: the suggestion stands. */
  suggested: string[]
}

/** Drafts on a device may come from an older form: of one piece and one pass, of one stencil a pass, with the lot called a bottle. */
type OldForm = Partial<PlanForm & PlacementForm> & { bottleId?: string, artMiddle?: string }
const isOld = (form: JobForm | OldForm): form is OldForm => !('sets' in form)

/** Every field of a pass and of its set there is, those that were thought of later blank. */
function wholePlan({ bottleId, artMiddle, ...given }: OldForm): PlanForm {
  const plan = planOf({ ...given, ...(artMiddle === undefined ? {} : { clear: artMiddle }) })
  return {
    ...BLANK_PLAN,
    ...(bottleId === undefined ? {} : { lotId: bottleId }),
    ...plan,
    placements: (plan.placements ?? BLANK_PLAN.placements).map(p => ({ ...BLANK_PLACEMENT, ...p })),
    answers: { ...BLANK_PLAN.answers, ...plan.answers },
    schools: { ...BLANK_PLAN.schools, ...plan.schools },
  }
}
const newIds = () => ({ set: v7(), pass: v7() })
const blankPass = (): PassForm => structuredClone({ id: v7(), ...passOf(BLANK_PLAN) })

/** A form with every field there is. @param ids for what an old draft had no numbers for */
export function wholeJob(form: JobForm | OldForm, ids: { set: string, pass: string }): JobForm {
  if (isOld(form)) return jobOf(wholePlan(form), ids)
  const sets = form.sets.map(({ id, passes, ...set }) => ({
    id,
    ...setOf(wholePlan(set)),
    passes: passes.map(({ id, ...pass }) => ({ id, ...passOf(wholePlan(pass)) })),
  }))
  return { customer: form.customer, dueOn: form.dueOn, notes: form.notes, sets }
}

/** The same once more, to be changed as needed: a job for the same customer, on a day that has still to be set. */
function again(form: JobForm): JobForm {
  const sets = form.sets.map(set => ({ ...set, id: v7(), passes: set.passes.map(pass => ({ ...pass, id: v7() })) }))
  return { ...form, dueOn: '', sets }
}

/**
 * A job's plan as it is being written, kept on the device until it is saved, and the pass of it that is in sight.
 * @param job as it is stored; null for a new one @param like another job, or a template, that the new one begins as
 * @param first pass to begin with
 */
export function usePlanDraft(job: Job | null, like: Pick<Job, 'id' | 'entered'> | null, first: string | null) {
  const unit = useLengthUnit()
  const firstIds = job?.passes[0] ? { set: job.passes[0].setId, pass: job.passes[0].id } : newIds()
  const blank = () => jobOf(structuredClone(BLANK_PLAN), firstIds)
  const stored = job ? wholeJob(plain(job.entered), firstIds) : like ? again(wholeJob(plain(like.entered), newIds())) : blank()
  const fresh = (): Draft => ({
    id: job?.id ?? v7(),
    version: job?.version ?? 0,
    form: structuredClone(stored),
    unit: unit.value,
    suggested: job ? [] : stored.sets.flatMap(s => s.passes.filter(pass => pass.lotId === '').map(pass => pass.id)),
  })
  const name = `crest:draft:${job?.id ?? (like ? `again:${like.id}` : 'new')}`
  const draft = useLocalStorage<Draft | null>(name, fresh(), {
    serializer: { read: text => JSON.parse(text) as Draft | null, write: JSON.stringify },
  })
  // A draft made against an older version of the job is kept only while the job has not moved on.
  if (!draft.value || (job && draft.value.version !== job.version)) draft.value = fresh()
  draft.value.form = wholeJob(draft.value.form, firstIds)
  if (!Array.isArray(draft.value.suggested)) draft.value.suggested = draft.value.suggested ? [draft.value.form.sets[0]!.passes[0]!.id] : []
  // What was written in the unit of then is not taken for that of now.
  const { unit: meant = unit.value } = draft.value
  if (meant !== unit.value)
    draft.value = { ...draft.value, form: wholeJob(asWritten(jobSchema(meant), draft.value.form) as JobForm, firstIds), unit: unit.value }
  watch(unit, now => draft.value && (draft.value.unit = now))

  const form = computed(() => draft.value?.form ?? stored)
  const changed = computed(() => JSON.stringify(form.value) !== JSON.stringify(stored))

  /** The pass in sight, by its number. */
  const chosen = ref(first)
  const at = computed(() => {
    for (const [set, s] of form.value.sets.entries()) {
      const pass = s.passes.findIndex(p => p.id === chosen.value)
      if (pass >= 0) return { set, pass }
    }
    return { set: 0, pass: 0 }
  })
  const plan = computed(() => planWithin(form.value, at.value.set, at.value.pass))
  const set = computed(() => form.value.sets[at.value.set]!)
  const passId = computed(() => set.value.passes[at.value.pass]!.id)

  const suggested = computed(() => draft.value?.suggested.includes(passId.value) ?? false)
  /** Somebody chose for themselves. */
  function chose() {
    if (draft.value) draft.value.suggested = draft.value.suggested.filter(id => id !== passId.value)
  }
  function choose(pass: string) {
    chosen.value = pass
  }
  function addSet(made: SetForm) {
    form.value.sets.push(made)
    draft.value?.suggested.push(made.passes[0]!.id)
    choose(made.passes[0]!.id)
  }
  /** Another kind of piece. */
  const newSet = () => addSet({ id: v7(), ...structuredClone(setOf(BLANK_PLAN)), passes: [blankPass()] })
  /** The set in sight once more, with all that goes on it. */
  function copySet() {
    const { passes, ...rest } = plain(set.value)
    const made = { ...rest, id: v7(), names: '', passes: passes.map(pass => ({ ...pass, id: v7() })) }
    form.value.sets.push(made)
    choose(made.passes[0]!.id)
  }
  /** Something else on the same pieces, etched after what is on them. */
  function newPass() {
    const made = blankPass()
    set.value.passes.push(made)
    draft.value?.suggested.push(made.id)
    choose(made.id)
  }
  /** What can't be masked together becomes a pass each, one after the other. */
  function part(passes: PartedPass[]) {
    const pass = plain(set.value.passes[at.value.pass]!)
    const made = passes.map((own, k) => ({
      ...pass,
      id: k === 0 ? pass.id : v7(),
      placements: own.map(({ of, where }) => ({ ...pass.placements[of]!, ...where })),
    }))
    set.value.passes.splice(at.value.pass, 1, ...made)
    if (draft.value?.suggested.includes(pass.id)) draft.value.suggested.push(...made.slice(1).map(p => p.id))
  }
  /** What is in sight goes on in the pass before it. */
  function joinBefore() {
    const { passes } = set.value
    const here = at.value.pass
    const before = passes[here - 1]!
    const [own] = passes.splice(here, 1)
    before.placements.push(...own!.placements)
    choose(before.id)
  }
  function removePass() {
    const { set: s, pass: p } = at.value
    const { sets } = form.value
    if (sets[s]!.passes.length > 1) sets[s]!.passes.splice(p, 1)
    else if (sets.length > 1) sets.splice(s, 1)
    const left = form.value.sets[Math.min(s, sets.length - 1)]!.passes
    choose(left[Math.min(p, left.length - 1)]!.id)
  }
  function clear() {
    draft.value = { ...(draft.value ?? fresh()), form: structuredClone(stored), suggested: fresh().suggested }
  }
  /** Saved is saved: the device need not keep it any longer. */
  function saved() {
    draft.value = null
  }
  const head = () => ({ id: draft.value?.id ?? job?.id ?? v7(), version: draft.value?.version ?? job?.version ?? 0 })

  return {
    form,
    stored,
    changed,
    at,
    plan,
    set,
    passId,
    suggested,
    chose,
    choose,
    newSet,
    copySet,
    newPass,
    part,
    joinBefore,
    removePass,
    clear,
    saved,
    head,
  }
}
