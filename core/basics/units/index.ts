export {
  parseLength,
  parseRollLength,
  parseLengths,
  parseVolume,
  parseDuration,
  parseFraction,
  parseMass,
  parseCount,
  parseMoney,
  parseScore,
  parseNumber,
  parseTemperature,
  parsePressure,
  parseArea,
  parseFactor,
  parseTimeOfDay,
} from './parse'
export type { Parsed } from './parse'
export { durationTicks } from './ticks'
export {
  capital,
  countOf,
  formatLength,
  formatVolume,
  formatDuration,
  formatFraction,
  formatMass,
  formatClock,
  formatTimeOfDay,
  formatNumber,
  signedMm,
  formatArea,
  formatMoney,
  formatPressure,
  formatTemperature,
  plural,
  uncapital,
} from './format'
export type { LengthUnit } from './format'
export { MM_PER_INCH, ML_PER_TEASPOON, ML_PER_FLUID_OUNCE, G_PER_OUNCE, KPA_PER_PSI } from './constants'
