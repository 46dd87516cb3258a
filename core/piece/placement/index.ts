export { KEEP_OUT_KINDS, USUAL_KEEP_OUT, usualKeepOut } from './keep-out'
export type { KeepOut, KeepOutKind } from './keep-out'
export {
  alongGirth,
  around,
  clash,
  corners,
  evenly,
  gapBetween,
  levelFrom,
  ofGirth,
  oppositeOf,
  placementProblems,
  snappedPlace,
} from './place'
export type { Placement } from './place'
export { onWall } from './on-wall'
export type { WallSpot } from './on-wall'
export { readRound, roundDegrees } from './read-at'
export type { RoundWritten } from './read-at'
export { unrolled } from './unrolled'
export type { Unrolled } from './unrolled'
