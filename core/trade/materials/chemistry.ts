/** Standard atomic weights, abridged, g/mol. IUPAC 2021 (Pure Appl. Chem. 94, 573); value from memory. */
export const ATOMIC_WEIGHT: Readonly<Record<string, number>> = {
  H: 1.008,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  F: 18.998,
  Na: 22.99,
  Al: 26.982,
  Si: 28.085,
  S: 32.06,
  Cl: 35.45,
  Ca: 40.078,
  Fe: 55.845,
  Cu: 63.546,
}

export const FORMULAS = {
  bicarbonate: 'NaHCO3',
  ammoniumBifluoride: 'NH4HF2',
  ferricChloride: 'FeCl3',
  carbonDioxide: 'CO2',
} as const

/**
 * Molar mass of a plain formula with optional brackets: `NaHCO3`, `Ca(OH)2`.
 * @returns g/mol
 * @throws RangeError for an unknown element or a formula that cannot be read
 */
export function molarMass(formula: string): number {
  const tokens = formula.match(/[A-Z][a-z]?|\d+|[()]/g) ?? []
  if (tokens.length === 0 || tokens.join('') !== formula) throw new RangeError(`"${formula}" is not a chemical formula.`)
  const sums: number[] = [0]
  let last = 0
  for (const [i, token] of tokens.entries()) {
    const count = /^\d+$/.test(tokens[i + 1] ?? '') ? Number(tokens[i + 1]) : 1
    if (/^\d+$/.test(token)) continue
    if (token === '(') {
      sums.push(0)
      continue
    }
    if (token === ')') {
      if (sums.length < 2) throw new RangeError(`"${formula}" closes a bracket it never opened.`)
      last = sums.pop()!
    }
    else {
      const weight = ATOMIC_WEIGHT[token]
      if (weight === undefined) throw new RangeError(`No atomic weight for "${token}".`)
      last = weight
    }
    sums[sums.length - 1]! += last * count
  }
  if (sums.length !== 1) throw new RangeError(`"${formula}" opens a bracket it never closes.`)
  return sums[0]!
}
