/** A fitted frost curve f(t) = A (1 − e^(−kt)). */
export interface SaturationFit {
  /** Plateau A, in the units of the readings. */
  plateau: number
  /** Rate k, 1/s. */
  rate: number
  /** Standard errors of A and k. */
  plateauError: number
  rateError: number
  /** Residual standard deviation, with two degrees of freedom taken by A and k. */
  residualSd: number
  /** Reading less curve, one for each point. */
  residuals: number[]
  /** Covariance of A and k. */
  covariance: number
}

export interface Point {
  /** Dwell, s (any unit of time will do: the rate is then per that unit). */
  t: number
  y: number
}

const MOST_STEPS = 500
const ENOUGH = 1e-14

/** Sums of the normal equations at (A, k): JᵀJ and Jᵀr for the two columns ∂f/∂A and ∂f/∂k. */
function normalEquations(points: readonly Point[], a: number, k: number) {
  let [aa, ak, kk, ra, rk, ss] = [0, 0, 0, 0, 0, 0]
  for (const { t, y } of points) {
    // expm1 keeps the digits where kt is small.
    const rise = -Math.expm1(-k * t)
    const slope = a * t * Math.exp(-k * t)
    const residual = y - a * rise
    aa += rise * rise
    ak += rise * slope
    kk += slope * slope
    ra += rise * residual
    rk += slope * residual
    ss += residual * residual
  }
  return { aa, ak, kk, ra, rk, ss }
}

/** Two-sided 95 % points of Student's t (NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.2), from one degree of freedom on. */
const STUDENT = [12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228]

/** How many standard errors either side hold 95 % where so many degrees of freedom are left. @param freedom 1 or more */
export const studentT = (freedom: number): number => STUDENT[freedom - 1] ?? 1.96 + 2.6 / freedom

/** Standard errors that the 95 % band of a curve takes: two degrees of freedom went into the curve itself. */
export const bandOf = (fit: SaturationFit): number => studentT(Math.max(1, fit.residuals.length - 2))

/** Whether a curve says more than that all strips look alike, at 95 %: F with one and n − 2 degrees of freedom is t squared. */
export function beatsConstant(points: readonly Point[], fit: SaturationFit): boolean {
  const mean = points.reduce((sum, p) => sum + p.y, 0) / points.length
  const flat = points.reduce((sum, p) => sum + (p.y - mean) ** 2, 0)
  const left = fit.residuals.reduce((sum, r) => sum + r * r, 0)
  const freedom = points.length - 2
  if (freedom < 1) return false
  // Marks by eye are no finer than this: a curve that fits better is not thereby better.
  const scatter = Math.max(left / freedom, LEAST_SCATTER ** 2)
  return (flat - left) / scatter > studentT(freedom) ** 2
}

/** Nobody marks frost finer than this by eye, on the scale of 0 to 10. */
const LEAST_SCATTER = 0.1

/** The plateau that fits best for a given rate is linear, so only the rate needs a first guess. */
function plateauFor(points: readonly Point[], k: number): number {
  let [sy, ss] = [0, 0]
  for (const { t, y } of points) {
    const rise = -Math.expm1(-k * t)
    sy += rise * y
    ss += rise * rise
  }
  return sy / ss
}

function firstRate(points: readonly Point[]): number {
  const longest = Math.max(...points.map(p => p.t))
  let best = { k: 1 / longest, ss: Infinity }
  // From a curve that is still almost straight to one that has levelled off before the first reading.
  for (let step = -12; step <= 24; step++) {
    const k = 2 ** (step / 2) / longest
    const { ss } = normalEquations(points, plateauFor(points, k), k)
    if (ss < best.ss) best = { k, ss }
  }
  return best.k
}

/**
 * Least squares by Levenberg–Marquardt (Marquardt, J. SIAM 11, 1963) with Marquardt's scaling.
 * Checked against NIST StRD Misra1a and BoxBOD.
 * @throws RangeError for fewer than three different times, or when no curve can be found
 */
export function fitSaturation(points: readonly Point[]): SaturationFit {
  if (new Set(points.map(p => p.t)).size < 3) throw new RangeError('A curve needs readings at three different times or more.')
  let k = firstRate(points)
  let a = plateauFor(points, k)
  let damping = 1e-3
  let at = normalEquations(points, a, k)
  for (let step = 0; step < MOST_STEPS; step++) {
    const [daa, dkk] = [at.aa * (1 + damping), at.kk * (1 + damping)]
    const determinant = daa * dkk - at.ak * at.ak
    const da = (at.ra * dkk - at.rk * at.ak) / determinant
    const dk = (at.rk * daa - at.ra * at.ak) / determinant
    if (!Number.isFinite(da) || !Number.isFinite(dk)) break
    const next = normalEquations(points, a + da, k + dk)
    const small = Math.abs(da) <= ENOUGH * Math.abs(a) && Math.abs(dk) <= ENOUGH * Math.abs(k)
    if (k + dk > 0 && next.ss <= at.ss) {
      a += da
      k += dk
      at = next
      damping = Math.max(damping / 10, 1e-15)
      if (small) break
    }
    else {
      if (small || damping > 1e12) break
      damping *= 10
    }
  }
  return describeFit(points, a, k, at)
}

/**
 * The same curve with a plateau that is known: only the rate is looked for. By golden section on its logarithm.
 * @throws RangeError when no curve fits
 */
export function fitRate(points: readonly Point[], plateau: number): SaturationFit {
  const misfit = (logRate: number) => normalEquations(points, plateau, Math.exp(logRate)).ss
  const middle = Math.log(firstRate(points))
  const golden = (Math.sqrt(5) - 1) / 2
  let [low, high] = [middle - 6, middle + 6]
  for (let i = 0; i < 100; i++) {
    const span = (high - low) * golden
    if (misfit(high - span) < misfit(low + span)) high = low + span
    else low = high - span
  }
  const rate = Math.exp((low + high) / 2)
  const at = normalEquations(points, plateau, rate)
  if (!(at.kk > 0)) throw new RangeError('No curve fits these readings.')
  const variance = at.ss / Math.max(1, points.length - 1)
  return {
    plateau,
    rate,
    plateauError: 0,
    rateError: Math.sqrt(variance / at.kk),
    covariance: 0,
    residualSd: Math.sqrt(variance),
    residuals: points.map(p => p.y + plateau * Math.expm1(-rate * p.t)),
  }
}

function describeFit(points: readonly Point[], a: number, k: number, at: ReturnType<typeof normalEquations>): SaturationFit {
  const determinant = at.aa * at.kk - at.ak * at.ak
  if (!Number.isFinite(a) || !(k > 0) || !(determinant > 0)) throw new RangeError('No curve fits these readings.')
  const variance = at.ss / (points.length - 2)
  return {
    plateau: a,
    rate: k,
    plateauError: Math.sqrt((variance * at.kk) / determinant),
    rateError: Math.sqrt((variance * at.aa) / determinant),
    covariance: (-variance * at.ak) / determinant,
    residualSd: Math.sqrt(variance),
    residuals: points.map(p => p.y + a * Math.expm1(-k * p.t)),
  }
}

/** Height of the curve. @param t s */
export const frostAt = (fit: Pick<SaturationFit, 'plateau' | 'rate'>, t: number): number => -fit.plateau * Math.expm1(-fit.rate * t)

/** Standard error of the curve's own height at t, from the covariance of A and k (delta method). @param t s */
export function frostError(fit: SaturationFit, t: number): number {
  const rise = -Math.expm1(-fit.rate * t)
  const slope = fit.plateau * t * Math.exp(-fit.rate * t)
  return Math.sqrt(Math.max(0, rise ** 2 * fit.plateauError ** 2 + slope ** 2 * fit.rateError ** 2 + 2 * rise * slope * fit.covariance))
}

/** A straight line: creep under the edge over time. */
export interface LineFit {
  intercept: number
  /** Per s. */
  slope: number
}

/** Ordinary least squares. @throws RangeError for fewer than two different times */
export function fitLine(points: readonly Point[]): LineFit {
  const n = points.length
  const mt = points.reduce((s, p) => s + p.t, 0) / n
  const my = points.reduce((s, p) => s + p.y, 0) / n
  const stt = points.reduce((s, p) => s + (p.t - mt) ** 2, 0)
  if (!(stt > 0)) throw new RangeError('A line needs readings at two different times or more.')
  const slope = points.reduce((s, p) => s + (p.t - mt) * (p.y - my), 0) / stt
  return { slope, intercept: my - slope * mt }
}
