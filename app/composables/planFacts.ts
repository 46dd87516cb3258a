import type { PlannedWall } from '#shared/blanks'
import type { ArtFacts, PlanFacts } from '#shared/recipe'
import type { Lot } from '#shared/shelf'

/** What a plan is made from beside the job, as this device knows it now. */
export const planFacts = (
  job: { stencilId: string | null, wall: PlannedWall | null, art: ArtFacts | null },
  lot: Lot,
  studio: ReturnType<typeof useStudioStore>,
  today: string,
): PlanFacts => ({
  lot,
  stencil: studio.stencil(job.stencilId),
  wall: job.wall,
  art: job.art,
  rules: studio.rules,
  paces: studio.paces,
  today,
})
