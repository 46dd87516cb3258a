export { difference, everyPart, filled, grown, intersection, nestedParts, partRegion, stroked, union } from './clip'
export type { Part, Pen } from './clip'
export { arcBetween, ellipse, flattened, movedPath, TooManyPoints } from './curve'
export type { Segment, Subpath } from './curve'
export { edgesOf, isInside, nearestEdge } from './edges'
export type { EdgeIndex, Nearest } from './edges'
export { parted } from './parted'
export { coarser, pathText, regionOf, smallOutline } from './path-text'
export {
  boundsOf,
  boxRing,
  compose,
  contains,
  IDENTITY,
  isConvex,
  pointsOf,
  regionArea,
  regionLength,
  ringLength,
  ringOf,
  signedArea,
  transformed,
  vertexCount,
} from './ring'
export type { Affine, Box, Point, Region, Ring } from './ring'
export { crossings, sweepLooks, TooMuchWork, WorkMeter } from './work'
export type { WorkLimits } from './work'
