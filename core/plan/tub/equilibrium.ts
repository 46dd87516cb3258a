/**
 * What a tub of water holds, in mol/L of everything that went in, and its pH at 25 °C: a charge balance over weak acids, with what falls
 * out as mud and what leaves as gas. Concentrations stand for activities, which is good to about 0.3 of a pH in a rinse tub and worse in
 * undiluted etchant. Iron and fluoride bind each other; a tub that holds both is refused elsewhere.
 */

/** Totals in mol/L of tub. */
export interface Mixture {
  /** Fluoride, however bound. */
  fluoride: number
  /** Ammonium and ammonia. */
  ammonium: number
  iron: number
  chloride: number
  sodium: number
  calcium: number
  /** Carbonate that was put in, also what has left since as gas. */
  carbonate: number
}
export const NOTHING: Mixture = { fluoride: 0, ammonium: 0, iron: 0, chloride: 0, sodium: 0, calcium: 0, carbonate: 0 }

/** Constants at 25 °C. Acids and solubility: CRC Handbook; water and the rest: textbooks of aquatic chemistry. All values from memory. */
export const CONSTANTS = {
  /** Water, (mol/L)². */
  water: 1e-14,
  /** HF ⇌ H⁺ + F⁻, pKa 3.17. */
  hf: 10 ** -3.17,
  /** HF + F⁻ ⇌ HF₂⁻, L/mol. */
  hf2: 3.9,
  /** NH₄⁺ ⇌ H⁺ + NH₃, pKa 9.25. */
  ammonium: 10 ** -9.25,
  /** CO₂ + H₂O ⇌ H⁺ + HCO₃⁻, pKa₁ 6.35; HCO₃⁻ ⇌ H⁺ + CO₃²⁻, pKa₂ 10.33. */
  carbonic1: 10 ** -6.35,
  carbonic2: 10 ** -10.33,
  /** CO₂ that water holds under an atmosphere of it, mol/L: what is more leaves as bubbles. */
  gas: 0.0339,
  /** CaF₂, CaCO₃ (calcite), Ca(OH)₂: solubility products. */
  fluorite: 3.45e-11,
  calcite: 3.36e-9,
  lime: 5.02e-6,
  /** Fe(OH)₃, fresh, as Fe³⁺ + 3 H₂O ⇌ Fe(OH)₃ + 3 H⁺: [Fe³⁺] = k·[H⁺]³; 10^3.96 (Stumm and Morgan, Aquatic Chemistry). */
  mud: 10 ** 3.96,
  /** Fe³⁺ ⇌ FeOH²⁺ + H⁺, pK 2.19; ⇌ Fe(OH)₂⁺ + 2 H⁺, pK 5.67. */
  iron1: 10 ** -2.19,
  iron2: 10 ** -5.67,
} as const

/** What stands in the water once nothing changes any more, mol/L of tub. */
export interface Settled {
  pH: number
  /** Fluoride that stays dissolved. */
  dissolvedFluoride: number
  dissolvedIron: number
  /** What fell out as mud. */
  calciumFluoride: number
  ironHydroxide: number
  calcite: number
  /** Carbon dioxide that left. */
  gas: number
}

/** Halvings of an interval: finer than a double can tell. */
const HALVINGS = 80

/** Where a function that only falls crosses zero. @param low where it is above zero @param high where it is below */
function crossing(falls: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (a + b) / 2
    if (falls(middle) > 0) a = middle
    else b = middle
  }
  return (a + b) / 2
}

/** Free fluoride where this much is dissolved in all: F⁻ + HF + 2 HF₂⁻ is the total. */
function freeFluoride(total: number, h: number): number {
  const [acid, pair] = [1 + h / CONSTANTS.hf, (2 * CONSTANTS.hf2 * h) / CONSTANTS.hf]
  // The root of pair·f² + acid·f − total that is not negative, written so that nothing cancels.
  return (2 * total) / (acid + Math.sqrt(acid * acid + 4 * pair * total))
}
const fluorideOf = (free: number, h: number) => free * (1 + h / CONSTANTS.hf) + (2 * CONSTANTS.hf2 * h * free * free) / CONSTANTS.hf

/** CO₂, HCO₃⁻ and CO₃²⁻ as shares of dissolved carbonate. */
function carbonShares(h: number) {
  const [one, two] = [CONSTANTS.carbonic1 / h, (CONSTANTS.carbonic1 * CONSTANTS.carbonic2) / (h * h)]
  const all = 1 + one + two
  return { gas: 1 / all, bicarbonate: one / all, carbonate: two / all }
}

interface Parts extends Omit<Settled, 'pH'> {
  charge: number
}

/** What is where at a given pH and free calcium. */
function partsAt(m: Mixture, h: number, calcium: number): Parts & { calciumNeeded: number } {
  const shares = carbonShares(h)
  const f = Math.min(freeFluoride(m.fluoride, h), calcium > 0 ? Math.sqrt(CONSTANTS.fluorite / calcium) : Infinity)
  const dissolvedFluoride = Math.min(m.fluoride, fluorideOf(f, h))
  const byGas = CONSTANTS.gas / shares.gas
  const byCalcite = calcium > 0 ? CONSTANTS.calcite / calcium / shares.carbonate : Infinity
  const carbon = Math.min(m.carbonate, byGas, byCalcite)
  const left = m.carbonate - carbon
  const calcite = byCalcite < byGas ? Math.min(left, m.calcium) : 0
  const ion = Math.min(m.iron, CONSTANTS.mud * h ** 3 * (1 + CONSTANTS.iron1 / h + CONSTANTS.iron2 / (h * h)))
  const iron = ion / (1 + CONSTANTS.iron1 / h + CONSTANTS.iron2 / (h * h))
  const calciumFluoride = (m.fluoride - dissolvedFluoride) / 2
  const positive
    = h + m.ammonium / (1 + CONSTANTS.ammonium / h) + m.sodium + 2 * calcium
      + iron * (3 + (2 * CONSTANTS.iron1) / h + CONSTANTS.iron2 / (h * h))
  const negative
    = CONSTANTS.water / h + f + (CONSTANTS.hf2 * h * f * f) / CONSTANTS.hf
      + carbon * (shares.bicarbonate + 2 * shares.carbonate) + m.chloride
  return {
    charge: positive - negative,
    calciumNeeded: calcium + calciumFluoride + calcite,
    dissolvedFluoride,
    dissolvedIron: ion,
    calciumFluoride,
    ironHydroxide: m.iron - ion,
    calcite,
    gas: left - calcite,
  }
}

function atAcidity(m: Mixture, h: number): Parts {
  if (m.calcium === 0) return partsAt(m, h, 0)
  // Free calcium is whatever is left once what falls out has taken its share; lime itself dissolves only so far.
  const most = Math.min(m.calcium, (CONSTANTS.lime * h * h) / CONSTANTS.water ** 2)
  const free = crossing(log => m.calcium - partsAt(m, h, 10 ** log).calciumNeeded, -14, Math.log10(most))
  const [parts, above] = [partsAt(m, h, 10 ** free), partsAt(m, h, 10 ** (free + 1e-6))]
  // Where gas and calcite both take carbonate, how they share it follows from the calcium that is there, not from its concentration.
  const share = Math.max(0, Math.min(parts.gas + parts.calcite, m.calcium - 10 ** free - parts.calciumFluoride))
  const calcite = Math.min(share, Math.max(parts.calcite, above.calcite))
  return { ...parts, calcite, gas: parts.gas + parts.calcite - calcite }
}

/** pH of a mixture and what becomes of its parts, at 25 °C. */
export function settle(mixture: Mixture): Settled {
  const pH = crossing(x => atAcidity(mixture, 10 ** -x).charge, -1.5, 15)
  const { charge: _, ...parts } = atAcidity(mixture, 10 ** -pH)
  return { pH, ...parts }
}
