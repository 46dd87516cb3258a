/** Diameter of a round piece from the tape round it. @param girth mm @returns mm */
export function diameterFromGirth(girth: number): number {
  return girth / Math.PI
}

/** Lateral area of a straight cylinder. @param girth mm @param height mm @returns mm² */
export function lateralArea(girth: number, height: number): number {
  return girth * height
}

/** Angle of the wall that a flat width takes up when it lies round the piece. @param width mm @param girth mm @returns degrees */
export function wrapAngle(width: number, girth: number): number {
  return (360 * width) / girth
}

/**
 * How wide a stencil looks from straight in front: the chord across the arc it covers.
 * @param width mm along the wall @param girth mm
 * @returns mm; the full diameter once it reaches half way round
 */
export function apparentWidth(width: number, girth: number): number {
  const diameter = diameterFromGirth(girth)
  return width >= girth / 2 ? diameter : diameter * Math.sin(width / diameter)
}

export {
  ballWall,
  enclosedVolume,
  gaussianCurvature,
  heightAlong,
  measuredWall,
  meridianLength,
  straightWall,
  wallAngle,
  wallArea,
} from './profile'
export type { GirthReading, HeightKind, Wall, WallPoint } from './profile'
export { fitSheet, largestScale, reliefSlits, SLIT_CLEAR } from './stencil-fit'
export type { LevelFit, SheetFit, Slits, StencilPlace } from './stencil-fit'
