import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { changed, FOUR_TUMBLERS, ONE_MIRROR, TWO_TAGS } from '../../bench/run/testing.test-support'
import { ML_PER_TEASPOON } from '../../basics/units'
import { ballWall, straightWall } from '../../piece/vessel'
import { changedFigures, planRecipe } from './index'
import type { PlacementFacts, Recipe, RecipeInput } from './index'
import { placeWords } from '../../piece/blank'
import { remarksSaid } from '../remarks'
import type { Remark } from '../remarks'

const said = (remarks: readonly Remark[]) => remarksSaid(remarks).join()

type Change = Partial<RecipeInput & PlacementFacts>
const recipe = (change: Change = {}) => planRecipe(changed(FOUR_TUMBLERS, change))
const figure = (r: ReturnType<typeof recipe>, id: string) => r.figures.find(f => f.id === id)!
const lot = (change: Partial<RecipeInput['lot']>) => ({ ...FOUR_TUMBLERS.lot, ...change })
const schools = (change: Partial<RecipeInput['schools']>) => ({ ...FOUR_TUMBLERS.schools, ...change })

describe('four tumblers under a general cream', () => {
  it('gives every figure of the recipe', () => {
    const r = recipe()
    expect(r.refusals).toEqual([])
    expect(r.judgement.verdict).toBe('works')
    expect(r.plan).toMatchObject({
      method: 'cream',
      pieces: 4,
      noun: 'tumbler',
      dwell: { notBefore: 300, best: 300, notAfter: 375 },
      after: 'recover',
    })
    expect(figure(r, 'diameter').value).toBeCloseTo(76.8, 1)
    expect(figure(r, 'cut-width').value).toBeCloseTo(60 + 25.4 + 6.35, 9)
    expect(figure(r, 'cut-height').value).toBeCloseTo(45 + 25.4 + 6.35, 9)
    expect(figure(r, 'cream').value / ML_PER_TEASPOON).toBeGreaterThan(0.4)
    expect(figure(r, 'cream').value / ML_PER_TEASPOON).toBeLessThan(1)
    expect(figure(r, 'used').value).toBeCloseTo(figure(r, 'net-cream').value * 4, 9)
    expect(figure(r, 'used').value).toBeLessThan(figure(r, 'cream').value)
    expect(figure(r, 'resist-area').value).toBeCloseTo(91.75 * 76.75 * 4, 6)
    expect(figure(r, 'transfer').value).toBeCloseTo(91.75 * 76.75 * 2, 6)
    expect(figure(r, 'tape').value).toBeCloseTo(2 * (91.75 + 76.75) * 1.15 * 4, 6)
    expect(figure(r, 'time').value).toBeGreaterThan(figure(r, 'time').inputs[1]!.value)
    expect(figure(r, 'cost').value).toBeGreaterThan(0)
  })
  it.each([
    ['cream on tumblers', FOUR_TUMBLERS],
    ['ferric chloride on tags', TWO_TAGS],
    ['blast on a mirror', ONE_MIRROR],
  ])('%s: every figure opens, inputs with sources, a formula, a source', (_, input) => {
    const { figures, refusals } = planRecipe(input)
    expect(refusals).toEqual([])
    expect(new Set(figures.map(f => f.id)).size).toBe(figures.length)
    for (const f of figures) {
      expect(f.formula.length).toBeGreaterThan(5)
      expect(f.inputs.length).toBeGreaterThan(0)
      expect(Number.isFinite(f.value)).toBe(true)
      for (const input of [f, ...f.inputs]) expect(input.source.basis).toBeTruthy()
    }
  })
  it('the cost is its parts added up, and what goes back is not paid for', () => {
    const cost = figure(recipe(), 'cost')
    const [cream, price, area, resistPrice, consumables, handsOn, hourly] = cost.inputs.map(i => i.value) as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    expect(cost.value).toBeCloseTo(cream * price + (area / 1e6) * resistPrice + consumables + (handsOn / 3600) * hourly, 9)
    expect(cream).toBeLessThan(figure(recipe(), 'cream').value)
    expect(figure(recipe({ schools: schools({ after: 'wipe' }) }), 'cost').inputs[0]!.value).toBeCloseTo(figure(recipe(), 'cream').value, 9)
  })
  it('film costs what its roll did, else what the house says', () => {
    const price = (resistPrice: number | null) => figure(recipe({ resistPrice }), 'cost').inputs[3]!
    expect([price(14.5).value, price(14.5).source.basis]).toEqual([14.5, 'reading'])
    expect(price(null).value).toBe(DEFAULT_HOUSE_RULES.resistPrice)
  })
  it('a stencil that is used again costs no resist, and many uses are said', () => {
    const mesh = recipe({ resist: 'mesh', stencilUses: 30 })
    expect(figure(mesh, 'cost').inputs[2]!.value).toBe(0)
    expect(figure(mesh, 'resist-area').inputs[2]!.value).toBe(1)
    expect(said(mesh.warnings)).toMatch(/used 30 times/)
    // The run keeps what was said of it, as codes.
    expect(mesh.plan!.basis!.remarks).toEqual(mesh.warnings)
    expect(mesh.warnings).toContainEqual({ code: 'stencil-worn', uses: 30 })
    expect(figure(mesh, 'transfer')).toBeUndefined()
  })
})

describe('how much resist is cut', () => {
  const cut = (change: Change) => {
    const r = recipe(change)
    return [figure(r, 'cut-width').value, figure(r, 'cut-height').value]
  }
  it('art that goes all round is cut to the way round and its overlap, without a word of warning', () => {
    const wrap = { art: { width: 241, height: 45, openFraction: 0.3 } }
    expect(cut(wrap)[0]).toBeCloseTo(241.3 + 6.35, 9)
    expect(said(recipe(wrap).warnings)).not.toMatch(/overlap|wider/)
    // The border alone reaches round: it meets itself as well.
    expect(cut({ art: { width: 220, height: 45, openFraction: 0.3 } })[0]).toBeCloseTo(247.65, 9)
    expect(cut({ surface: 'flat', girth: 300, art: { width: 241, height: 45, openFraction: 0.3 } })[0]).toBeCloseTo(241 + 25.4 + 6.35, 9)
  })
  it('a border of its own, and a whole face', () => {
    expect(cut({ border: 20 })).toEqual([60 + 40 + 6.35, 45 + 40 + 6.35])
    const pane = { surface: 'flat' as const, girth: 200, height: 300, wholeFace: true }
    expect(cut(pane)).toEqual([200, 300])
    expect(figure(recipe(pane), 'resist-area').value).toBe(200 * 300 * 4)
    expect(figure(recipe(pane), 'cost').value).toBeGreaterThan(figure(recipe({ ...pane, wholeFace: false }), 'cost').value)
  })
  it('what is trimmed off anyway raises no alarm: 45 mm of art and two borders on a piece of 72 mm', () =>
    expect(said(recipe({ height: 72 }).warnings)).not.toMatch(/taller/))
})

describe('what cannot be', () => {
  it.each<[Change, RegExp]>([
    [{ art: { width: 60, height: 140, openFraction: 0.3 } }, /taller than the piece/],
    [{ art: { width: 300, height: 45, openFraction: 0.3 } }, /wider than the way round/],
    [{ art: { width: 60, height: 45, openFraction: 0 } }, /Nothing is open/],
    [{ substrate: 'tempered', lot: lot({ kind: 'general-cream', label: { min: 660, max: 660 } }) }, /faster one/],
    [{ substrate: 'tempered', lot: lot({ kind: 'tile-cream', label: { min: 1200, max: 1200 } }) }, /fast or general cream/],
    [{ substrate: 'acrylic' }, /Prove first that it is glass/],
    [{ substrate: 'aluminium', lot: TWO_TAGS.lot }, /heat and hydrogen/],
    [{ resist: 'paper' }, /soak through/],
    [{ answers: {} }, /Not answered yet: Could it be replaced/],
    [{ answers: { ...FOUR_TUMBLERS.answers, irreplaceable: 'irreplaceable' } }, /have its owner agree/],
    [{ answers: { ...FOUR_TUMBLERS.answers, lip: 'lip' } }, /10 mm below where lips touch/],
    [{ substrate: 'crystal', answers: { ...FOUR_TUMBLERS.answers, child: 'yes' } }, /not for children/],
    [{ lot: lot({ label: null }) }, /no label time/],
    [{ substrate: 'brass', lot: { ...TWO_TAGS.lot, strength: null } }, /no strength on the shelf/],
  ])('%o is refused with what to do', (change, message) => {
    const result = recipe(change)
    expect(said(result.refusals)).toMatch(message)
    expect(result.plan).toBeNull()
  })
  it.each<[Change, RegExp]>([
    [{ art: { width: 60, height: 90, openFraction: 0.3 } }, /over the rim/],
    [{ surface: 'flat', face: 'back' }, /has to be mirrored/],
    [{ surface: 'flat', face: 'back', mirrored: false }, /this stencil is not mirrored/],
    [{ surface: 'flat', face: 'front', mirrored: true }, /mirrored.*read from the front/],
    [{ surface: 'flat', art: { width: 230, height: 45, openFraction: 0.3 } }, /tape it down round the edge/],
    [{ lot: lot({ left: 2 }) }, /may not be enough in the bottle/],
    [{ lot: lot({ reusable: false }) }, /wiped off, not scraped/],
    [{ art: { width: 90, height: 60, openFraction: 0.8 } }, /brush marks/],
    [{ noun: 'acrylic look-alike', substrate: 'borosilicate' }, /says plastic.*Is that right/],
    [{ substrate: 'coated-glass' }, /keeps cream off the glass.*uncoated side/],
    [{ answers: { ...FOUR_TUMBLERS.answers, irreplaceable: 'agreed' } }, /its owner agreed/],
  ])('%o is warned of and goes on', (change, message) => {
    const result = recipe(change)
    expect(said(result.warnings)).toMatch(message)
    expect(result.plan).not.toBeNull()
  })
  it('a cream that is not for reuse is wiped, whatever the house does', () => {
    expect(recipe({ lot: lot({ reusable: false }) }).plan!.after).toBe('wipe')
  })
})

describe('evidence', () => {
  const coupons = [{ substrate: 'soda-lime' as const, best: 400, creepRate: 0.0003 }]
  it('a coupon counts on its own ware, the time on the bottle elsewhere', () => {
    const own = { schools: schools({ dwell: 'own-coupons' }), lot: lot({ coupons, couponBest: 350 }) }
    expect(recipe(own).dwell.window!.best).toBe(400)
    expect(recipe({ ...own, substrate: 'borosilicate' }).dwell.window!.best).toBe(350)
    // A mirror's glass face is plain glass.
    expect(recipe({ ...own, substrate: 'mirror-face' }).dwell.window!.best).toBe(400)
  })
  it('an old bottle without a coupon is tried on a scrap jar: a step of its own', () => {
    const old = recipe({ lot: lot({ openDays: 150 }) })
    expect(old.dwell.couponFirst).toEqual({ code: 'old-without-coupon', days: 150, substrate: 'soda-lime' })
    expect(old.plan!.steps.find(s => s.id === 'scrap-jar')!.reason).toMatch(/open 5 months.*etch a coupon first/)
    expect(old.plan!.steps.map(s => s.id)).toContain('scrap-jar')
    expect(recipe({ lot: lot({ openDays: 150, coupons }) }).plan!.steps.map(s => s.id)).not.toContain('scrap-jar')
  })
})

describe('the other two methods', () => {
  it('ferric chloride: liquid for each wetting, bicarbonate by the equation, nothing goes back', () => {
    const r = planRecipe(TWO_TAGS)
    const liquid = figure(r, 'liquid')
    // 38 × 20 mm, 40 % open, 1.25 over, 0.5 mm deep, wetted at the start and every 3 of 15 min: 5 times; two tags; 0.6 mL in the swab.
    expect(liquid.value).toBeCloseTo(((38 * 20 * 0.4 * 1.25 * 0.5) / 1000) * 5 * 2 + 0.6, 9)
    expect(figure(r, 'bicarbonate').value).toBe(15)
    expect(r.plan).toMatchObject({ method: 'liquid', after: 'wipe', dwell: { notBefore: 900, best: 900, notAfter: 1125 } })
    expect(r.judgement.verdict).toBe('with care')
    expect(r.plan!.steps.map(s => s.id)).toContain('care:strip-lacquer')
  })
  it('blast: gun time from what the gun sweeps, by look', () => {
    const graphics = planRecipe(ONE_MIRROR)
    // The box of 120 × 90 mm and 10 mm round it is 154 cm², at 0.15 s each.
    expect(figure(graphics, 'gun').value).toBeCloseTo(154 * 0.15, 9)
    expect(graphics.plan).toMatchObject({ method: 'blast', look: 'graphics', putOut: 0, dwell: { notBefore: 18, best: 23, notAfter: 35 } })
    expect(figure(planRecipe({ ...ONE_MIRROR, look: 'solid' }), 'gun').value).toBeCloseTo(600 * 0.15, 9)
    expect(figure(planRecipe({ ...ONE_MIRROR, look: 'fade' }), 'gun').value).toBeCloseTo((600 * 0.15) / 2, 9)
    const small = changed(ONE_MIRROR, { art: { width: 20, height: 20, openFraction: 1 } })
    expect(figure(planRecipe(small), 'gun').value).toBe(10)
  })
  it('blast: pieces of different looks have a gun time each, under the name of each', () => {
    const looks = ['solid', 'fade', 'graphics'] as const
    const three = planRecipe({ ...ONE_MIRROR, noun: 'pane', pieces: 3, names: ['Ada', '', ''], looks })
    const alone = looks.map(look => planRecipe({ ...ONE_MIRROR, look }).dwell.window!)
    expect(three.plan).toMatchObject({ looks: [...looks], windows: alone, dwell: alone[0] })
    expect(['gun', 'gun-2', 'gun-3'].map(id => figure(three, id).label)).toEqual(
      ['solid frost', 'fade', 'graphics only'].map(look => `Gun time, a piece, ${look}`),
    )
    const etch = three.plan!.steps.find(s => s.id === 'etch')!
    expect(etch.title).toBe('Blast all 3 panes, 23\u00a0s to 1\u00a0min 30\u00a0s of gun time each')
    expect(etch.how[0]).toMatch(/^Pane 1, Ada, solid frost, 1\smin 30\ss: Row by row/)
    expect(etch.seconds).toBe(alone.reduce((sum, w) => sum + Math.round(w.best * 1.5) + 60, 0))
    // Nothing is learnt of a pace from a mixture.
    expect(three.plan!.basis!.swept).toBeUndefined()
    expect(planRecipe({ ...ONE_MIRROR, pieces: 2, looks: ['solid', 'solid'] }).plan!.basis!.swept).toBe(60_000)
  })
  it('blast: a test patch comes before the log, the log before the house', () => {
    const gun = (change: Partial<RecipeInput['lot']>) => figure(planRecipe({ ...ONE_MIRROR, lot: { ...ONE_MIRROR.lot, ...change } }), 'gun')
    const logged = { rate: 0.1, pieces: 7 }
    expect(gun({ gunPace: logged }).value).toBeCloseTo(15.4, 9)
    expect(gun({ gunPace: logged }).inputs[1]).toMatchObject({ source: { cite: 'median of 7 pieces in the log' } })
    expect(gun({ gunPace: logged, secondsPerCm2: 0.2 }).value).toBeCloseTo(30.8, 9)
  })
  it('carving takes many times a frost, by the depth that is wanted; cream has no depth', () => {
    const carved = (carve: number) => figure(planRecipe({ ...ONE_MIRROR, depth: 'deep', carve }), 'gun').value
    expect(carved(1) / figure(planRecipe(ONE_MIRROR), 'gun').value).toBeCloseTo(DEFAULT_HOUSE_RULES.carveFactor, 9)
    expect(carved(2)).toBeCloseTo(2 * carved(1), 9)
    expect(said(recipe({ depth: 'deep' }).refusals)).toMatch(/thousandths of a millimetre.*Blast it for depth/)
  })
  it('metal: trays are rubbed one after another, and the rubbing is paid', () => {
    const eight = (tray: number) => planRecipe({ ...TWO_TAGS, pieces: 8, tray })
    const [one, four] = [eight(1), eight(4)]
    expect(figure(one, 'trays').value).toBe(8)
    expect(figure(four, 'trays').value).toBe(2)
    const etch = (r: Recipe) => r.plan!.steps.find(s => s.id === 'etch')!.seconds
    expect(etch(one) - etch(four)).toBe(6 * 900)
    expect(figure(one, 'time').value - figure(four, 'time').value).toBe(6 * 900)
    // Nobody waits while metal is rubbed: the time at the etchant is all hands-on, and all of it is in the cost.
    expect(figure(four, 'waiting')).toBeUndefined()
    expect(figure(four, 'time').inputs[1]!.value).toBeCloseTo(etch(four), 9)
    const hours = figure(four, 'cost').inputs.find(i => i.label === 'hands-on time')!.value
    expect(hours).toBeGreaterThan(etch(four))
  })
  it('blast on plastic: half the pressure, and a try on the edge', () => {
    const r = planRecipe({ ...ONE_MIRROR, substrate: 'acrylic' })
    expect(figure(r, 'pressure').value).toBe(DEFAULT_HOUSE_RULES.blastPressureLight)
    expect(r.plan!.steps.find(s => s.id === 'care:light-pressure')!.safety).toBe(true)
    expect(figure(planRecipe(ONE_MIRROR), 'pressure').value).toBe(DEFAULT_HOUSE_RULES.blastPressure)
  })
  it('tempered glass is frosted, never carved', () => {
    const pane = { ...ONE_MIRROR, substrate: 'tempered' as const }
    expect(planRecipe(pane).plan).not.toBeNull()
    expect(said(planRecipe({ ...pane, depth: 'deep' }).refusals)).toMatch(/shatters/)
  })
})

describe('on a measured wall', () => {
  it('says how a flat stencil lies there, and warns where it wrinkles', () => {
    expect(recipe().places).toEqual([])
    const flat = recipe({ wall: straightWall(110, 38.4, 38.4), middle: 55 })
    expect(placeWords(flat.places[0]!.verdict)).toBe('Lies flat cut straight.')
    expect(said(flat.warnings)).not.toMatch(/Wrinkles/)
    const bowl = recipe({ surface: 'bowl', wall: ballWall(38.4, -30, 30), middle: 0 })
    expect(said(bowl.warnings)).toMatch(/Wrinkles: .* Art up to \d+ %/)
    expect(bowl.plan).not.toBeNull()
  })
  it('what was measured where the art goes wins over a shape from the list: a straight wall below a shoulder is no bowl', () => {
    const onWall = recipe({ surface: 'bowl', wall: straightWall(110, 38.4, 38.4), middle: 55 })
    expect(onWall.judgement.rows.map(row => row.id)).not.toContain('stiff-on-bowl')
    expect(recipe({ surface: 'bowl' }).judgement.rows.map(row => row.id)).toContain('stiff-on-bowl')
  })
  it('a whole wall is blasted by its own area', () => {
    const wall = straightWall(300, 30, 60)
    const solid = planRecipe({ ...ONE_MIRROR, substrate: 'soda-lime', surface: 'taper', look: 'solid', wall })
    const slant = Math.hypot(300, 30)
    expect(figure(solid, 'gun').value).toBeCloseTo(((Math.PI * 90 * slant) / 100) * 0.15, 6)
  })
})

describe('a cut sheet', () => {
  it('once it is cut, what it used is what the pieces cost', () => {
    const cut = recipe({ resistCut: 12_000 })
    expect(figure(cut, 'resist-area')).toMatchObject({ value: 48_000, label: 'Resist in all, as it was cut' })
    expect(figure(cut, 'cost').inputs[2]!.value).toBe(48_000)
    expect(figure(cut, 'cut-width').value).toBe(figure(recipe(), 'cut-width').value)
  })
})

describe('several stencils in one pass', () => {
  const [letter] = FOUR_TUMBLERS.placements
  const small = { ...letter!, name: 'Berth', art: { width: 20, height: 10, openFraction: 0.5 }, finest: 0.4, widest: 3, count: 3 }
  const both = recipe({ placements: [{ ...letter!, name: 'Crest', finest: 2 }, small] })
  const alone = recipe({ finest: 2 })
  const cover = (r: Recipe) => figure(r, 'coat').inputs[1]!.value
  it('what is coated, cut and taped adds up, each as often as it is on the piece', () => {
    expect(cover(both)).toBeCloseTo(cover(alone) + 3 * 100, 9)
    // 60 × 45 and 20 × 10 mm, each with two borders of 12.7 and 6.35 to trim.
    const sheets = [[91.75, 76.75], [51.75, 41.75], [51.75, 41.75], [51.75, 41.75]] as const
    expect(figure(both, 'resist-area').value).toBeCloseTo(4 * sheets.reduce((sum, [w, h]) => sum + w * h, 0), 6)
    expect(figure(both, 'tape').value).toBeCloseTo(4 * 1.15 * sheets.reduce((sum, [w, h]) => sum + 2 * (w + h), 0), 6)
    expect(figure(both, 'cut-width-2')).toMatchObject({ label: 'Resist to cut for Berth, width', value: 51.75 })
    expect(new Set(both.figures.map(f => f.id)).size).toBe(both.figures.length)
  })
  it('the window is that of the finest of them', () => {
    const fine = recipe({ finest: 0.4 })
    expect(both.dwell.window).toEqual(recipe({ finest: 0.4, placements: [letter!, { ...small, finest: null }] }).dwell.window)
    expect(both.judgement.verdict).toBe(fine.judgement.verdict)
    expect(both.plan!.basis!.finest).toBe(0.4)
  })
  it('the plan keeps its narrowest bridge, and how near to the art slits end on a wall that needs them', () => {
    const { basis } = recipe({ placements: [{ ...letter!, bridge: 1.2 }, { ...small, bridge: 0.6 }] }).plan!
    expect([basis!.bridge, basis!.slitGap]).toEqual([0.6, undefined])
    const bowl = recipe({ surface: 'bowl', wall: ballWall(38.4, -30, 30), middle: 0 })
    const deepest = Math.max(...bowl.places[0]!.verdict.slits.map(s => s.depth))
    expect(bowl.plan!.basis!.slitGap).toBeCloseTo(DEFAULT_HOUSE_RULES.border - deepest, 9)
  })
  it('putting them on takes each of them', () => {
    const resist = (r: Recipe) => r.plan!.steps.find(s => s.id === 'resist')!.seconds
    expect(resist(both)).toBe(4 * resist(alone))
    const known = { ...letter!, weeding: 60 }
    expect(resist(recipe({ placements: [known, { ...known, weeding: 30 }] }))).toBe(4 * (2 * 120 + 90))
  })
  it('says which of them does not fit', () => {
    const tall = { ...small, art: { width: 20, height: 140, openFraction: 0.5 } }
    expect(recipe({ placements: [letter!, tall] }).refusals).toEqual([{ code: 'art-too-tall', called: 'Berth' }])
    const twice = recipe({ placements: [{ ...tall, name: 'Berth' }, small] })
    expect(said(twice.refusals)).toBe('Berth, stencil 1 is taller than the piece. Check both readings.')
    expect(said(recipe({ placements: [letter!, { ...tall, name: '' }] }).refusals)).toMatch(/^Stencil 2 is taller/)
  })
  it('one pane covered all over takes one sheet; a gun sweeps each box', () => {
    const pane = changed(ONE_MIRROR, { placements: [ONE_MIRROR.placements[0]!, small] })
    expect(figure(planRecipe({ ...pane, wholeFace: true }), 'resist-area').value).toBe(200 * 300)
    expect(figure(planRecipe(pane), 'gun').inputs[0]!.value).toBeCloseTo(140 * 110 + 3 * 40 * 30, 9)
  })
  it('each wrinkles where it sits, and the harder place decides what resist suits', () => {
    const wall = ballWall(38.4, -30, 30)
    const r = recipe({ surface: 'bowl', wall, placements: [{ ...letter!, name: 'Crest', middle: 0 }, { ...small, middle: 0 }] })
    expect(r.places.map(p => [p.called, p.verdict.largest === null])).toEqual([['Crest', false], ['Berth', true]])
    expect(said(r.warnings)).toMatch(/Crest: Wrinkles/)
  })
})

describe('what a change of rules moves', () => {
  it('names each figure with both values, and nothing that stays', () => {
    const before = recipe()
    const after = recipe({ rules: { ...DEFAULT_HOUSE_RULES, border: 20, labelSlack: 1.5 } })
    const changes = changedFigures(before, after)
    expect(changes.find(c => c.label === 'Not after')).toMatchObject({ before: 375, after: 450, unit: 's' })
    expect(changes.find(c => c.label === 'Resist to cut, width')!.after).toBeCloseTo(106.35, 9)
    expect(changes.map(c => c.label)).not.toContain('Cream to put out')
    expect(changedFigures(before, recipe())).toEqual([])
  })
})

describe('what blasting uses up', () => {
  it('is the grit that its gun time breaks to dust, for all pieces, at the price of the bag', () => {
    const one = figure(planRecipe(ONE_MIRROR), 'cost').inputs[0]!
    const two = figure(planRecipe({ ...ONE_MIRROR, pieces: 2 }), 'cost').inputs[0]!
    const gun = planRecipe(ONE_MIRROR).plan!.dwell.best
    expect(one).toMatchObject({ unit: 'g', value: expect.closeTo((gun / 60) * ONE_MIRROR.rules.gritPerMinute, 9) })
    expect(two.value).toBeCloseTo(2 * one.value, 9)
    const looks = ['graphics', 'graphics'] as const
    expect(figure(planRecipe({ ...ONE_MIRROR, pieces: 2, looks }), 'cost').inputs[0]!.value).toBeCloseTo(two.value, 9)
  })
})
