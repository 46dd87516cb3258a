import { describe, expect, it } from 'vitest'
import { planRecipe } from '../../core/plan/recipe'
import type { PlacementFacts, RecipeInput } from '../../core/plan/recipe'
import { coatSeconds } from '../../core/plan/coat'
import { DEFAULT_HOUSE_RULES } from '../../core/trade/house'
import { changed, FOUR_TUMBLERS, ONE_MIRROR, TWO_TAGS } from '../../core/bench/run/testing.test-support'

type Change = Partial<RecipeInput & PlacementFacts>
const cm2 = (area: number) => area * 100

// Common practice throughout: no table of this trade is published.
describe('how long a coat with brush or stick takes', () => {
  it.each([
    ['a monogram', 6, [10, 15]],
    ['a name on a tumbler', 9.5, [10, 20]],
    ['a whole wine-glass bowl', 150, [75, 110]],
    ['a large wine-glass bowl', 200, [90, 120]],
    ['a panel all round a bottle', 240, [115, 180]],
    ['a tempered panel of 15 by 15 cm', 225, [100, 180]],
  ] as const)('%s, %d cm²: %o s', (_, area, [least, most]) => {
    const seconds = coatSeconds(cm2(area), DEFAULT_HOUSE_RULES)
    expect(seconds).toBeGreaterThanOrEqual(least)
    expect(seconds).toBeLessThanOrEqual(most)
  })
})

describe('ordinary jobs raise no false alarms', () => {
  const plan = (change: Change) => planRecipe(changed(FOUR_TUMBLERS, change))
  it('four tumblers with a name under a five-minute cream: no word of coating taking over half of the window', () =>
    expect(plan({}).warnings.filter(w => w.code === 'coat-spread')).toEqual([]))
  it('a tempered panel of 225 cm² can be etched within its ten minutes', () => {
    const r = plan({
      pieces: 1,
      surface: 'flat',
      substrate: 'tempered',
      art: { width: 150, height: 150, openFraction: 1 },
      girth: 200,
      height: 200,
    })
    expect(r.refusals).toEqual([])
    expect(r.dwell.window!.notAfter).toBeGreaterThan(300)
  })
  it('a panel all round a bottle is advised nothing that nobody would do', () => {
    const r = plan({ pieces: 1, art: { width: 240, height: 100, openFraction: 1 } })
    expect(r.warnings.filter(w => w.code === 'coat-spread')).toEqual([])
  })
})

const lot = (change: Partial<RecipeInput['lot']>) => ({ ...FOUR_TUMBLERS.lot, ...change })
const MINUTE = lot({ kind: 'fast-cream', label: { min: 60, max: 60 } })
const FAST = lot({ kind: 'fast-cream', label: { min: 60, max: 180 } })
const SLOW = lot({ kind: 'slow-cream', label: { min: 900, max: 900 } })
const TILE = lot({ kind: 'tile-cream', label: { min: 1200, max: 1200 }, reusable: false })
const EVEN = { ...FOUR_TUMBLERS.schools, dwell: 'even-frost' as const }
const one = { pieces: 1 }
const flat = { surface: 'flat' as const }

type Range = readonly [least: number, most: number]
interface Expected {
  /** s for one piece, first touch to last part covered, or of gun time */
  hands: Range
  /** s: not before, best, not after */
  window: readonly [notBefore: Range, best: Range, notAfter: Range]
  /** mL put out, or null where grit is used */
  putOut: Range | null
  /** min from gloves on to gloves off */
  whole: Range
  /** mm, width and height of the sheet that is cut for one piece; null: nothing is cut */
  sheet: readonly [number, number] | null
  /** Steps in this order, others between them. */
  steps: readonly string[]
}
const CREAM = [
  'clean',
  'resist',
  'mask',
  'safety',
  'ready-etchant',
  'etch',
  'peel',
  'neutralise',
  'second-wash',
  'dry',
  'wash-up',
  'look',
  'give',
]
const METAL = [
  'clean',
  'resist',
  'mask',
  'safety',
  'ready-etchant',
  'etch',
  'neutralise',
  'peel',
  'second-wash',
  'dry',
  'wash-up',
  'look',
  'give',
]
const GUN = ['clean', 'resist', 'mask', 'safety', 'ready-etchant', 'etch', 'grit', 'peel', 'second-wash', 'dry', 'wash-up', 'look', 'give']
const FIVE = [
  [300, 300],
  [300, 300],
  [375, 375],
] as const
const exactly = (a: number, b: number, c: number) =>
  [
    [a, a],
    [b, b],
    [c, c],
  ] as const

// Common practice throughout: how long each takes, what it takes and how large it is cut, as people at a bench would say it.
const ORDINARY: [string, Change, Expected][] = [
  [
    'a tall beer glass with a name',
    { ...one, noun: 'beer glass', surface: 'taper', height: 180, girth: 230, art: { width: 70, height: 25, openFraction: 0.35 } },
    { hands: [10, 20], window: FIVE, putOut: [0.8, 2], whole: [20, 35], sheet: [102, 57], steps: CREAM },
  ],
  [
    'a glass mug',
    { ...one, noun: 'mug', height: 95, girth: 260, art: { width: 60, height: 60, openFraction: 0.3 } },
    { hands: [10, 20], window: FIVE, putOut: [1, 2.5], whole: [20, 35], sheet: [92, 92], steps: CREAM },
  ],
  [
    'six votives',
    { pieces: 6, noun: 'votive', height: 65, girth: 180, art: { width: 35, height: 35, openFraction: 0.35 }, lot: MINUTE },
    { hands: [10, 15], window: exactly(60, 60, 75), putOut: [2, 6], whole: [55, 90], sheet: [67, 67], steps: CREAM },
  ],
  [
    'a pane for a frame',
    { ...one, ...flat, noun: 'pane', height: 254, girth: 203, art: { width: 150, height: 120, openFraction: 0.4 } },
    { hands: [60, 130], window: FIVE, putOut: [6, 15], whole: [20, 40], sheet: [182, 152], steps: CREAM },
  ],
  [
    'a panel all round a bottle whose label came off',
    { ...one, noun: 'bottle', height: 230, girth: 241, art: { width: 241, height: 100, openFraction: 0.5 }, oldLabel: true },
    { hands: [110, 180], window: FIVE, putOut: [8, 25], whole: [25, 45], sheet: [247, 132], steps: ['label-off', ...CREAM] },
  ],
  [
    'two goblets, small art on the bowl',
    {
      pieces: 2,
      noun: 'goblet',
      surface: 'bowl',
      resist: 'soft-vinyl',
      height: 200,
      girth: 260,
      art: { width: 45, height: 45, openFraction: 0.35 },
    },
    { hands: [10, 20], window: FIVE, putOut: [1.2, 3], whole: [30, 50], sheet: [77, 77], steps: CREAM },
  ],
  [
    'the corner of a mirror',
    {
      ...one,
      ...flat,
      noun: 'mirror',
      substrate: 'mirror-face',
      height: 400,
      girth: 300,
      lot: SLOW,
      art: { width: 100, height: 100, openFraction: 0.35 },
    },
    { hands: [25, 60], window: exactly(900, 900, 1125), putOut: [3, 8], whole: [35, 60], sheet: [132, 132], steps: CREAM },
  ],
  [
    'a wine glass frosted round its stickers',
    {
      ...one,
      noun: 'wine glass',
      surface: 'bowl',
      resist: 'stickers',
      lot: FAST,
      height: 220,
      girth: 270,
      art: { width: 250, height: 75, openFraction: 0.85 },
    },
    {
      hands: [80, 110],
      window: [
        [60, 60],
        [60, 150],
        [180, 180],
      ],
      putOut: [8, 20],
      whole: [18, 35],
      sheet: null,
      steps: CREAM,
    },
  ],
  [
    'a monogram on a pint glass, by even frost',
    {
      ...one,
      noun: 'pint glass',
      surface: 'taper',
      schools: EVEN,
      lot: MINUTE,
      height: 150,
      girth: 250,
      art: { width: 38, height: 38, openFraction: 0.4 },
    },
    { hands: [10, 15], window: exactly(60, 120, 180), putOut: [0.8, 1.8], whole: [18, 30], sheet: [70, 70], steps: CREAM },
  ],
  [
    'a tempered panel, poured',
    {
      ...one,
      ...flat,
      noun: 'panel',
      substrate: 'tempered',
      tool: 'wide',
      height: 300,
      girth: 300,
      art: { width: 150, height: 150, openFraction: 1 },
    },
    {
      hands: [30, 70],
      window: [
        [300, 300],
        [300, 375],
        [375, 600],
      ],
      putOut: [12, 22],
      whole: [22, 40],
      sheet: [182, 182],
      steps: CREAM,
    },
  ],
  [
    'a cylinder vase',
    { ...one, noun: 'vase', height: 250, girth: 314, art: { width: 120, height: 120, openFraction: 0.4 } },
    { hands: [45, 100], window: FIVE, putOut: [5, 12], whole: [20, 40], sheet: [152, 152], steps: CREAM },
  ],
  [
    'a carafe',
    {
      ...one,
      noun: 'carafe',
      surface: 'bowl',
      resist: 'soft-vinyl',
      height: 260,
      girth: 330,
      art: { width: 80, height: 60, openFraction: 0.35 },
    },
    { hands: [12, 30], window: FIVE, putOut: [1.5, 4], whole: [20, 40], sheet: [112, 92], steps: CREAM },
  ],
  [
    'two small glasses to go with it',
    { pieces: 2, noun: 'glass', height: 90, girth: 220, art: { width: 40, height: 30, openFraction: 0.35 } },
    { hands: [10, 15], window: FIVE, putOut: [1, 2.5], whole: [25, 45], sheet: [72, 62], steps: CREAM },
  ],
  [
    'a plate frosted from below, under a twenty-minute cream',
    {
      ...one,
      ...flat,
      noun: 'plate',
      face: 'back',
      lot: TILE,
      height: 260,
      girth: 260,
      art: { width: 200, height: 200, openFraction: 0.7 },
    },
    {
      hands: [150, 260],
      window: [
        [1200, 1200],
        [1200, 1400],
        [1500, 1500],
      ],
      putOut: [18, 30],
      whole: [40, 65],
      sheet: [232, 232],
      steps: CREAM,
    },
  ],
  [
    'a wine glass with a small device',
    {
      ...one,
      noun: 'wine glass',
      surface: 'bowl',
      resist: 'soft-vinyl',
      lot: FAST,
      height: 220,
      girth: 270,
      art: { width: 35, height: 35, openFraction: 0.4 },
    },
    { hands: [10, 15], window: exactly(60, 60, 180), putOut: [0.8, 1.8], whole: [18, 32], sheet: [67, 67], steps: CREAM },
  ],
  ['four tumblers with a name', {}, { hands: [10, 20], window: FIVE, putOut: [2, 5], whole: [50, 70], sheet: [92, 77], steps: CREAM }],
  [
    'a metal server, for food',
    {
      ...TWO_TAGS,
      ...one,
      noun: 'server',
      substrate: 'stainless-coloured',
      height: 60,
      girth: 260,
      art: { width: 38, height: 25, openFraction: 0.4 },
      answers: { ...TWO_TAGS.answers, food: 'touches' },
    },
    { hands: [10, 20], window: exactly(900, 900, 1125), putOut: [1, 4], whole: [30, 50], sheet: [70, 57], steps: METAL },
  ],
  [
    'a bottle with a label in place of its own',
    { ...one, noun: 'bottle', height: 300, girth: 240, oldLabel: true, art: { width: 83, height: 83, openFraction: 0.4 } },
    { hands: [20, 50], window: FIVE, putOut: [2, 5], whole: [25, 40], sheet: [115, 115], steps: ['label-off', ...CREAM] },
  ],
  [
    'a ceramic mug',
    { ...one, noun: 'mug', substrate: 'ceramic', height: 95, girth: 260, art: { width: 50, height: 50, openFraction: 0.3 } },
    {
      hands: [10, 20],
      window: FIVE,
      putOut: [0.8, 2],
      whole: [30, 50],
      sheet: [82, 82],
      steps: ['clean', 'resist', 'mask', 'safety', 'care:test-same-glass', 'ready-etchant', 'etch', 'look', 'give'],
    },
  ],
  [
    'three bottles blasted all over',
    {
      ...ONE_MIRROR,
      pieces: 3,
      noun: 'bottle',
      substrate: 'coloured-glass',
      surface: 'cylinder',
      look: 'solid',
      height: 300,
      girth: 240,
      art: { width: 80, height: 60, openFraction: 0.4 },
    },
    // 720 cm²: at 0.07 to 0.2 s a cm².
    {
      hands: [50, 144],
      window: [
        [40, 120],
        [50, 144],
        [75, 220],
      ],
      putOut: null,
      whole: [35, 65],
      sheet: [112, 92],
      steps: GUN,
    },
  ],
  [
    'a jar under mesh',
    { ...one, noun: 'jar', resist: 'mesh', height: 140, girth: 300, art: { width: 150, height: 50, openFraction: 0.4 } },
    { hands: [20, 50], window: FIVE, putOut: [2, 6], whole: [18, 32], sheet: [182, 82], steps: CREAM },
  ],
  [
    'four coasters under rub-on film',
    {
      pieces: 4,
      ...flat,
      noun: 'coaster',
      resist: 'rub-on',
      lot: FAST,
      height: 100,
      girth: 100,
      art: { width: 70, height: 70, openFraction: 0.3 },
    },
    { hands: [12, 25], window: exactly(60, 60, 180), putOut: [3, 8], whole: [45, 65], sheet: [102, 102], steps: CREAM },
  ],
]

describe('ordinary jobs come out as people at a bench would say', () => {
  it.each(ORDINARY)('%s', (_, change, expected) => {
    const r = planRecipe(changed(FOUR_TUMBLERS, change))
    expect(r.refusals).toEqual([])
    const figure = (id: string) => r.figures.find(f => f.id === id)?.value
    const within = (what: string, value: number, [least, most]: Range) =>
      expect([what, value, value >= least && value <= most]).toEqual([what, value, true])
    within('hands', figure('coat') ?? figure('gun')!, expected.hands)
    const { notBefore, best, notAfter } = r.dwell.window!
    for (const [i, [name, value]] of Object.entries({ notBefore, best, notAfter }).entries()) within(name, value, expected.window[i]!)
    if (expected.putOut) within('put out', figure('cream') ?? figure('liquid')!, expected.putOut)
    within('whole job, min', figure('time')! / 60, expected.whole)
    const sheet = figure('cut-width') === undefined ? null : [figure('cut-width')!, figure('cut-height')!].map(Math.round)
    expect(sheet).toEqual(expected.sheet)
    const ids = r.plan!.steps.map(s => s.id)
    expect(ids.filter(id => expected.steps.includes(id))).toEqual(expected.steps)
  })
  it('covers twenty-one and more of them', () => expect(ORDINARY.length).toBeGreaterThanOrEqual(21))
})
