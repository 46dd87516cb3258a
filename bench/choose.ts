import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { PLAIN } from '../core/trade/compatibility'
import { fitSaturation } from '../core/plan/coupon'
import { DEFAULT_HOUSE_RULES } from '../core/trade/house'
import { ETCHANT_IDS, etchantKind, SUBSTRATE_IDS } from '../core/trade/materials'
import { rankChains } from '../core/plan/rank'
import type { ShelfLot } from '../core/plan/rank'
import { byTurns } from './table'
import type { Row } from './table'

const COUPONS = 1000
const ROUNDS = 5

/**
 * Coupons as studios make them: five strips, marks to a tenth, each bottle with its own plateau and rate. The spread is fixed, so that
 * each round fits the same.
 */
const coupons = Array.from({ length: COUPONS }, (_, i) => {
  const [plateau, rate] = [7 + (i % 30) / 10, 0.002 + (i % 97) / 8000]
  return [80, 130, 220, 360, 600].map((t, j) => ({
    t,
    y: Math.max(0, Math.round(10 * (-plateau * Math.expm1(-rate * t) + (((i * 7 + j * 13) % 11) - 5) / 25)) / 10),
  }))
})

/** The general library, given what it asks for: columns, the function, and a start as good as a user would give it. */
function library() {
  for (const points of coupons) {
    levenbergMarquardt(
      { x: points.map(p => p.t), y: points.map(p => p.y) },
      ([a, k]) =>
        t =>
          a! * (1 - Math.exp(-k! * t)),
      {
        damping: 1e-2,
        initialValues: [Math.max(...points.map(p => p.y)), 0.01],
        gradientDifference: 1e-6,
        maxIterations: 100,
        errorTolerance: 1e-8,
      },
    )
  }
}

function shelf(): ShelfLot[] {
  return ETCHANT_IDS.flatMap(kind =>
    [0, 1].map((n): ShelfLot => ({
      id: `${kind}${n}`,
      name: kind,
      kind,
      label: etchantKind(kind).usualLabel,
      reusable: true,
      openDays: 40 * n,
      left: 200,
      price: 0.1,
      couponBest: null,
      coupons: [],
      strength: { density: 1.41, fraction: 0.39 },
      secondsPerCm2: null,
      gunPace: null,
    })),
  )
}

/** Fitting a thousand coupons, and ranking every chain of every substrate from a shelf of twelve lots. */
export async function chooseRows(): Promise<Row[]> {
  const lots = shelf()
  const rank = () =>
    SUBSTRATE_IDS.forEach(substrate =>
      rankChains({
        substrate,
        at: { ...PLAIN, finest: 1, openArea: 945 },
        count: 4,
        coated: 945,
        shelf: lots,
        rules: DEFAULT_HOUSE_RULES,
      }),
    )
  const [fits, general] = await byTurns(
    ROUNDS,
    async () => coupons.forEach(fitSaturation),
    async () => library(),
  )
  const [ranked, again] = await byTurns(
    ROUNDS,
    async () => rank(),
    async () => library(),
  )
  return [
    {
      name: `fitting ${COUPONS} coupons`,
      figure: `${fits.toFixed(0)} ms`,
      reference: `general curve-fitting library: ${general.toFixed(0)} ms`,
      ratio: fits / general,
    },
    {
      name: `ranking all chains of ${SUBSTRATE_IDS.length} substrates, ${lots.length} lots`,
      figure: `${ranked.toFixed(0)} ms`,
      reference: `the library's ${COUPONS} fits: ${again.toFixed(0)} ms`,
      ratio: ranked / again,
    },
  ]
}
