import { describe, expect, it } from 'vitest'
import { fitSaturation } from '#core/plan/coupon'

/** Digits that agree: the log relative error of McCullough (1998), as StRD itself is used. */
const digits = (value: number, certified: number) => -Math.log10(Math.abs(value - certified) / Math.abs(certified))

interface Dataset {
  name: string
  x: number[]
  y: number[]
  b1: [number, number]
  b2: [number, number]
  residualSd: number
}

/**
 * NIST Statistical Reference Datasets, nonlinear regression, y = b1 (1 − exp(−b2 x)): parameter and standard error
 * as certified. Misra1a's parameters and residual s.d. as published; its standard errors and all of BoxBOD are
 * values from memory, which the fit then confirms digit by digit.
 */
const SETS: Dataset[] = [
  {
    name: 'Misra1a',
    x: [77.6, 114.9, 141.1, 190.8, 239.9, 289.0, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760.0],
    y: [10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78],
    b1: [2.3894212918e2, 2.7070075241],
    b2: [5.5015643181e-4, 7.2668688436e-6],
    residualSd: 1.018787633e-1,
  },
  {
    name: 'BoxBOD',
    x: [1, 2, 3, 5, 7, 10],
    y: [109, 149, 149, 191, 213, 224],
    b1: [2.1380940889e2, 1.2354515176e1],
    b2: [5.4723748542e-1, 1.0455993237e-1],
    residualSd: 1.7088072423e1,
  },
]

describe.each(SETS)('NIST StRD $name', ({ x, y, b1, b2, residualSd }) => {
  const fit = fitSaturation(x.map((t, i) => ({ t, y: y[i]! })))
  it.each([
    ['b1', fit.plateau, b1[0]],
    ['b2', fit.rate, b2[0]],
    ['standard error of b1', fit.plateauError, b1[1]],
    ['standard error of b2', fit.rateError, b2[1]],
    ['residual s.d.', fit.residualSd, residualSd],
  ])('%s to at least 8 digits', (_, value, certified) => {
    expect(digits(value, certified)).toBeGreaterThanOrEqual(8)
  })
})
