import type { PlannedWall } from '#shared/blanks'
import { factsOfPass } from '#shared/recipe'
import type { ArtFacts, PlanFacts } from '#shared/recipe'
import type { Pass } from '#shared/passes'
import type { Lot } from '#shared/shelf'

/** What is asked of a pass that is not stored yet. */
type Draft = { stencilId: string | null, wall: PlannedWall | null, arts: (ArtFacts | null)[] } & Pick<
  PlanFacts,
  'turn' | 'numbers' | 'resistCut'
>

/** What a plan is made from beside the pass, as this device knows it now. */
export function planFacts(pass: Draft | Pass, lot: Lot, studio: ReturnType<typeof useStudioStore>, today: string): PlanFacts {
  const { wall, arts, turn, numbers, resistCut } = 'jobId' in pass ? factsOfPass(pass) : pass
  return {
    lot,
    stencil: studio.stencil(pass.stencilId),
    wall,
    arts,
    turn,
    numbers,
    resistCut,
    rolls: studio.rolls ?? [],
    rules: studio.rules,
    paces: studio.paces,
    times: studio.times,
    recovered: studio.recovered,
    today,
  }
}
