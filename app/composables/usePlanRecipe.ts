import { planRecipe } from '#core/plan/recipe'
import { plannedArt } from '#shared/artworks'
import { fieldErrors } from '#shared/fields'
import { planSchema, planWithin } from '#shared/jobs'
import { owed } from '#shared/passes'
import type { Job, Pass, PlannedArt } from '#shared/passes'
import { factsOfArts, recipeInput } from '#shared/recipe'
import type { PieceShape } from '#shared/runs'

/**
 * What comes of the pass in sight while it is written: its recipe, and the piece as it is drawn.
 * @param job as it is stored; null for a new one @param kept the pass in sight as it is stored
 */
export function usePlanRecipe(draft: ReturnType<typeof usePlanDraft>, job: Job | null, kept: Ref<Pass | undefined>) {
  const studio = useStudioStore()
  const houseTime = useHouseTime()
  const unit = useLengthUnit()
  const { at, plan } = draft
  // What film costs stands on its roll; without the network the house rule does.
  onMounted(() => void (studio.rolls ?? studio.loadRolls().catch(() => {})))
  /** A recipe needs no customer and no day: it stands as soon as piece, art and etchant are known. */
  const plannable = computed(() =>
    planSchema(unit.value).safeParse({
      ...plan.value,
      customer: plan.value.customer.trim() || 'nobody yet',
      dueOn: plan.value.dueOn || '2000-01-01',
    }),
  )
  const needed = computed(() => (plannable.value.success ? {} : fieldErrors(plannable.value.error)))
  const { places, clash } = usePlaces(plan)
  const wall = computed(() => places.value?.wall ?? null)
  /** Art of a stencil, once it has been read; until then what the job kept of it. @param pass of the job as it is stored */
  function artOf(id: string, i: number, piece: number | null, pass: Pass | undefined): PlannedArt | null {
    const artwork = studio.artwork(id)
    if (artwork) return plannedArt(artwork)
    const before = pass?.placements[i]
    const [was, art] = piece === null ? [before?.artworkId, before?.art] : [before?.artworkIds[piece], before?.arts[piece]]
    return id !== '' && id === was ? (art ?? null) : null
  }
  const drawn = computed(() => drawnOf(plan.value, places.value, (id, i, piece) => artOf(id, i, piece, kept.value)))
  /** What the passes before this one put on the piece, as they are written now. */
  const etched = computed(() => {
    const { set, pass } = at.value
    return draft.set.value.passes.slice(0, pass).flatMap(({ id: passId }, k) => {
      const before = planWithin(draft.form.value, set, k)
      const stored = job?.passes.find(p => p.id === passId)
      return drawnOf(before, placesOf(before, unit.value, studio), (id, i, piece) => artOf(id, i, piece, stored))
    })
  })
  provide('etched', etched)
  /** Numbers of the pieces that would go through it now. */
  const open = computed(() => (plannable.value.success ? owed({ pieces: plannable.value.data.pieces, done: kept.value?.done ?? [] }) : []))
  const facts = computed(() => {
    const lot = studio.lot(plan.value.lotId)
    if (!plannable.value.success || !lot) return null
    const turn = { no: at.value.pass + 1, of: draft.set.value.passes.length }
    const { stencilId } = plannable.value.data
    const numbers = open.value.length > 0 ? open.value : undefined
    const arts = drawn.value.map(d => (d.arts.length > 0 ? factsOfArts(d.arts.map(own => own ?? d.art)) : d.art))
    const resistCut = kept.value?.resistCut ?? null
    return planFacts({ stencilId, wall: wall.value, arts, turn, numbers, resistCut }, lot, studio, houseTime.today())
  })
  const input = computed(() => (plannable.value.success && facts.value ? recipeInput(plannable.value.data, facts.value) : null))
  const planned = computed(() => (input.value ? planRecipe(input.value) : null))
  /** What can't be masked together can't be begun together. */
  const apart = computed(() => clash.value && clashWords(clash.value, plan.value.placements.length))
  const recipe = computed(() => planned.value && (apart.value ? { ...planned.value, plan: null } : planned.value))
  /** The piece with all that is on it. */
  const shape = computed((): PieceShape | null => {
    const { data } = plannable.value
    if (!data) return null
    const { surface, height, girth } = data
    return { surface, height, girth, wall: wall.value, placements: drawn.value, etched: etched.value }
  })
  return { plannable, needed, open, facts, input, recipe, clash: apart, shape }
}
