export {
  EMPTY_TUB,
  fluorideLeft,
  gasOf,
  mixtureOf,
  mudOf,
  NEUTRALISER_IDS,
  neutraliser,
  NEUTRALISERS,
  settleTub,
  withMore,
} from './content'
export type { NeutraliserId, TubContent } from './content'
export { BOUND_TO, calciumFor, foamRoom, fromReading, NEUTRAL, portions, spoons, stillNeeded, titrationCurve, verdictOf } from './titrate'
export type { CurvePoint, FromReading, TubVerdict } from './titrate'
export { readStrip, STRIP_CHART, stripColour, stripWord } from './strip'
export { settle } from './equilibrium'
export { acidOf } from './acid'
export type { AcidOfLot } from './acid'
