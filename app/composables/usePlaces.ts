import { parseLength } from '#core/basics/units'
import { placementSchema } from '#shared/jobs'
import type { PlacementEntry, PlanForm } from '#shared/jobs'
import { clashIn, groundOf, keepOutField, partedIn, placedAt, placedProblems, spotOf } from '#shared/placements'
import type { Ground, Placed } from '#shared/placements'
import { plannedWall } from '#shared/blanks'
import type { PlannedWall } from '#shared/blanks'
import type { LengthUnit } from '#shared/fields'
import type { DrawnArt, PlannedArt } from '#shared/passes'

/** Where everything of one pass goes, as far as it has been typed in. */
export interface Places {
  ground: Ground
  wall: PlannedWall | null
  /** Of each placement; null where something of it can't be read yet. */
  entries: (PlacementEntry | null)[]
  /** Every stencil at its spot, with which placement it is of. */
  placed: (Placed & { of: number })[]
  border: number
}

/** Piece and placements of a form as places; null while the piece has no size. @param unit of lengths without one */
export function placesOf(form: PlanForm, unit: LengthUnit, studio: ReturnType<typeof useStudioStore>): Places | null {
  const length = (text: string) => {
    const read = parseLength(text, unit)
    return read.ok && read.value > 0 ? read.value : null
  }
  const { height, girth, surface, blankId, keepOut, placements, border: own } = form
  const [tall, round] = [length(height), length(girth)]
  if (tall === null || round === null) return null
  const entries = placements.map(p => placementSchema(unit).safeParse(p).data ?? null)
  const blank = studio.blank(blankId)
  const known = entries.filter(p => p !== null)
  const wall = blank && plannedWall(blank, known)
  const bands = keepOutField.safeParse(keepOut).data ?? []
  const ground = groundOf({ surface, height: tall, girth: round, keepOut: bands }, wall, blank?.pane ?? null)
  const border = length(own) ?? studio.rules.border
  const placed = entries.flatMap((p, of) =>
    p ? placedAt(p, ground, { width: p.artWidth, height: p.artHeight }, border, null).map(at => ({ ...at, of })) : [],
  )
  return { ground, wall, entries, placed, border }
}

/** What goes on the piece as it is drawn, placement by placement. @param artOf outline of a stencil of one placement; null: unknown */
export function drawnOf(
  form: PlanForm,
  places: Places | null,
  artOf: (id: string, placement: number, piece: number | null) => PlannedArt | null,
): DrawnArt[] {
  return form.placements.flatMap((p, i): DrawnArt[] => {
    const entry = places?.entries[i]
    if (!entry) return []
    const arts = (p.artworkIds ?? []).map((id, piece) => artOf(id, i, piece))
    const spots = places.placed.filter(at => at.of === i).map(at => spotOf(at, places.ground.pane))
    return [{ art: artOf(p.artworkId, i, null), arts, artWidth: entry.artWidth, artHeight: entry.artHeight, spots }]
  })
}

/** The same, followed while the form is written. */
export function usePlaces(form: Ref<PlanForm>) {
  const studio = useStudioStore()
  const unit = useLengthUnit()
  const places = computed(() => placesOf(form.value, unit.value, studio))
  /** What passes are worked out from, once all of it can be read. */
  const plan = computed(() => {
    const entries = places.value?.entries.filter(p => p !== null) ?? []
    const { resist, stencilId, wholeFace } = form.value
    return entries.length === form.value.placements.length ? { placements: entries, resist, stencilId: stencilId || null, wholeFace } : null
  })
  const clash = computed(() => (places.value && plan.value ? clashIn(plan.value, places.value.ground, places.value.border) : null))
  const parted = () => (places.value && plan.value ? partedIn(plan.value, places.value.ground, places.value.border) : [])
  /** Where each should not be, in sentences, by placement. */
  const problems = computed(() => {
    const { placed = [], ground } = places.value ?? {}
    // One sheet over the whole face is trimmed to it anyway.
    if (ground?.pane && form.value.wholeFace) return form.value.placements.map(() => [])
    return form.value.placements.map((_, of) => [...new Set(placed.filter(p => p.of === of).flatMap(p => placedProblems(p, ground!)))])
  })
  return { places, clash, parted, problems }
}

/** A further stencil starts beside those that are there, not over them. @param n how many are there */
export const besideAt = (n: number): string => ['', '1/4 round', '3/4 round', '1/8 round', '7/8 round', '3/8 round', '5/8 round'][n] ?? ''
