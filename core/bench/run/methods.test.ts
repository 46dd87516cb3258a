import { describe, expect, it } from 'vitest'
import type { RunPlan } from '../../plan/run-plan'
import { announcements, drawnDwell, gunTime, liveWindow, pieceStage, summarise } from './index'
import { action, bench, FOUR_TUMBLERS, judgeAll, ONE_MIRROR, plan, planOf, press, TWO_TAGS } from './testing.test-support'

describe('skipping a step', () => {
  it('takes a reason, is kept, and goes into the log', () => {
    const b = bench().upTo('mask')
    b.send({ kind: 'step.skipped', step: 'mask', why: 'done-before', reason: '' })
    expect(b.step()).toBe('safety')
    expect(summarise(plan, b.state()).skipped).toEqual([
      { title: 'Burnish, mask round, chock, clean the openings', step: 'mask', why: 'done-before', reason: '' },
    ])
  })
  it('safety steps are never skipped', () => {
    const b = bench().upTo('safety')
    expect(b.refusal({ kind: 'step.skipped', step: 'safety', reason: 'in a hurry' })).toMatch(/never skipped/)
    b.atEtch()
    expect(b.refusal({ kind: 'step.skipped', step: 'etch', reason: 'in a hurry' })).toMatch(/never skipped/)
    b.etchAll()
    expect(b.refusal({ kind: 'step.skipped', step: 'peel', reason: 'x' })).toMatch(/can't be skipped now/)
    b.send({ kind: 'etchant.measured', putOut: 3, back: 1 })
    b.upTo('neutralise')
    expect(b.refusal({ kind: 'step.skipped', step: 'neutralise', reason: 'no bicarbonate left' })).toMatch(/never skipped/)
  })
})

describe('the ten minutes of tempered glass', () => {
  // Planned to be coated in 30 s: 10 s of handling and 20 s for 40 cm².
  const panel = planOf({
    ...FOUR_TUMBLERS,
    pieces: 1,
    surface: 'flat',
    substrate: 'tempered',
    placements: [{ ...FOUR_TUMBLERS.placements[0]!, art: { width: 80, height: 50, openFraction: 1 } }],
    height: 300,
    lot: { ...FOUR_TUMBLERS.lot, label: { min: 500, max: 500 } },
  })
  const coatedIn = (seconds: number) => {
    const b = bench(panel).atEtch()
    b.send({ kind: 'coat.started', piece: 1 })
    b.wait(seconds)
    b.send({ kind: 'coat.covered', piece: 1 })
    return b
  }
  it('are counted from the first touch that really happened', () => {
    expect(panel.dwell.notAfter).toBe(570)
    const [slow, quick] = [coatedIn(60), coatedIn(10)]
    expect(liveWindow(panel, slow.state().pieces[0]!)).toMatchObject({ best: 500, notAfter: 540, noHarm: 540 })
    expect(liveWindow(panel, quick.state().pieces[0]!).notAfter).toBe(590)
    slow.wait(541)
    expect(announcements(panel, slow.state(), slow.now).map(a => a.level)).toEqual(['harm'])
    quick.wait(541)
    expect(announcements(panel, quick.state(), quick.now).map(a => a.level)).toEqual(['now'])
  })
  it('fill a picture by half a px at a time, and never ahead of the clock', () => {
    for (const [notAfter, px] of [[1125, 30], [375, 84], [120, 190], [0, 30]] as const) {
      const drawn = Array.from({ length: notAfter + 60 }, (_, s) => drawnDwell(s, { notAfter }, px))
      for (const [s, d] of drawn.entries()) expect(d <= s && s - d < Math.max(1, notAfter / (2 * px))).toBe(true)
      expect(new Set(drawn).size).toBeLessThanOrEqual(Math.ceil(drawn.length / Math.max(1, Math.floor(notAfter / (2 * px)))))
    }
    expect(drawnDwell(100, { notAfter: 1125 }, 30)).toBe(90)
    expect(drawnDwell(100, { notAfter: 120 }, 190)).toBe(100)
  })
  it('pull the best time forward when the coat took too long', () => {
    const b = coatedIn(120)
    expect(liveWindow(panel, b.state().pieces[0]!)).toMatchObject({ best: 470, notAfter: 480 })
    b.wait(475)
    b.send({ kind: 'etchant.off', piece: 1 })
    expect(summarise(panel, b.state()).pieces[0]).toMatchObject({ verdict: 'in window', overBy: 0 })
  })
})

describe('care during the dwell', () => {
  it('brush, then rest: called every minute for a third of the time, then left alone', () => {
    const schools = { ...FOUR_TUMBLERS.schools, dwell: 'long-rest', care: 'brush-rest' } as const
    const b = bench(planOf({ ...FOUR_TUMBLERS, pieces: 1, surface: 'flat', schools })).atEtch()
    b.coat(1)
    const called: [number, string][] = []
    for (let s = 1; s < 900; s++) {
      b.wait(1)
      const next = action(b)
      if (next.kind !== 'care') continue
      called.push([s, next.care])
      press(b)
    }
    const brushed = [60, 120, 180, 240, 300].map(at => [at, 'brush'])
    expect(called).toEqual([...brushed, [301, 'rest']])
  })
  const swirled = planOf({ ...FOUR_TUMBLERS, pieces: 1, surface: 'flat', schools: { ...FOUR_TUMBLERS.schools, care: 'swirl' } })
  it('a swirl is called once, at half time', () => {
    const b = bench(swirled).atEtch()
    b.coat(1)
    b.wait(149)
    expect(action(b).kind).toBe('wait')
    b.wait(1)
    expect(action(b)).toMatchObject({ kind: 'care', care: 'swirl', sentence: 'Swirl tumbler 1 once: half time.' })
    expect(announcements(b.plan, b.state(), b.now).map(a => [a.level, a.key])).toEqual([['care', `1:care:swirl:${b.now}`]])
    press(b)
    expect(action(b).kind).toBe('wait')
    expect(b.refusal({ kind: 'care.given', piece: 1, care: 'swirl' })).toBeNull()
    b.wait(150)
    press(b)
    expect(b.refusal({ kind: 'care.given', piece: 1, care: 'swirl' })).toMatch(/no clock running/)
  })
  it('kept moving: called every minute, and never louder than the call to rinse', () => {
    const b = bench(planOf({ ...FOUR_TUMBLERS, pieces: 1, surface: 'flat', schools: { ...FOUR_TUMBLERS.schools, care: 'move' } })).atEtch()
    b.coat(1)
    let calls = 0
    for (let s = 0; s < 300; s++) {
      b.wait(1)
      if (action(b).kind === 'care') {
        calls += 1
        press(b)
      }
    }
    expect(calls).toBe(4)
    expect(action(b).kind).toBe('off')
  })
  it('left alone on flat glass: no call at all; a twenty-minute cream is looked at half way', () => {
    expect(planOf({ ...FOUR_TUMBLERS, surface: 'flat' }).care).toEqual([])
    const tile = planOf({
      ...FOUR_TUMBLERS,
      surface: 'flat',
      lot: { ...FOUR_TUMBLERS.lot, kind: 'tile-cream', label: { min: 1200, max: 1200 } },
    })
    expect(tile.care).toMatchObject([{ id: 'drip', first: 600, every: null }])
  })
})

describe('ferric chloride on brass tags', () => {
  const tags = planOf(TWO_TAGS)
  it('goes from its own gate to the kept waste, by the one control', () => {
    const b = bench(tags).upTo('safety')
    const { items } = tags.steps.find(s => s.id === 'safety')!
    for (const item of items!) {
      expect(action(b)).toMatchObject({ kind: 'tick', item: { id: item.id } })
      press(b)
    }
    expect(items!.map(i => i.id)).toEqual(expect.arrayContaining(['metal', 'waste', 'gloves', 'eyes', 'label']))
    for (let i = 0; i < 10 && b.step() !== 'etch'; i++) press(b)
    for (const n of [1, 2]) {
      expect(action(b)).toMatchObject({ kind: 'coat', sentence: `Wet tag ${n}` })
      press(b)
      b.wait(20)
      press(b)
      // The hands stay with it: the next tag is not wetted meanwhile.
      expect(action(b)).toMatchObject({ kind: 'wait', piece: n, sentence: `Rub tag ${n} gently`, control: 'Keep rubbing, 15:00' })
      b.wait(60)
      expect(action(b)).toMatchObject({ kind: 'care', care: 'move', sentence: `Keep tag ${n} moving: rub it gently.` })
      press(b)
      b.wait(900)
      expect(action(b)).toMatchObject({ kind: 'off', piece: n })
      expect(announcements(tags, b.state(), b.now)[0]!.sentence).toBe(`Bicarbonate on tag ${n} now.`)
      press(b)
      expect(action(b)).toMatchObject({ kind: 'rinse', sentence: expect.stringMatching(/until the foam stops, then rinse/) })
      press(b)
    }
    expect(b.step()).toBe('neutralise')
    expect(b.refusal({ kind: 'step.done', step: 'neutralise' })).toMatch(/bicarbonate/i)
    b.send({ kind: 'bicarbonate.added', grams: 20 })
    b.send({ kind: 'step.done', step: 'neutralise' })
    b.send({ kind: 'etchant.measured', putOut: 5, back: 0 })
    b.upTo('look')
    judgeAll(b)
    b.close()
    expect(summarise(tags, b.state())).toMatchObject({ good: 2, used: 5, method: 'liquid' })
    expect(tags.steps.find(s => s.id === 'wash-up')!.items!.find(i => i.id === 'waste')!.text).toMatch(/never to the drain/)
  })
})

describe('several tags on one tray', () => {
  const five = planOf({ ...TWO_TAGS, pieces: 5, tray: 4 })
  it('are one coat with one clock, called and answered by one press; each is rinsed by itself', () => {
    const b = bench(five).atEtch()
    expect(action(b)).toMatchObject({ kind: 'coat', sentence: 'Wet tags 1 to 4' })
    press(b)
    b.wait(60)
    press(b)
    expect(new Set(b.state().pieces.slice(0, 4).map(p => p.covered!.at)).size).toBe(1)
    expect(b.state().pieces[4]!.coatStarted).toBeNull()
    b.wait(60)
    const calls = () => announcements(five, b.state(), b.now).map(a => a.sentence)
    expect(calls()).toEqual(['Keep tags 1 to 4 moving: rub it gently.'])
    press(b)
    expect(calls()).toEqual([])
    b.wait(900)
    expect(calls()).toEqual(['Bicarbonate on tags 1 to 4 now.'])
    press(b)
    for (const n of [1, 2, 3, 4]) {
      expect(action(b)).toMatchObject({ kind: 'rinse', piece: n })
      press(b)
    }
    expect(action(b)).toMatchObject({ kind: 'coat', sentence: 'Wet tag 5' })
  })
  it('on another tray wait, and a piece taken out leaves its tray', () => {
    const b = bench(five).atEtch()
    b.send({ kind: 'piece.withdrawn', piece: 3, why: 'flaw', reason: '' })
    expect(action(b)).toMatchObject({ sentence: 'Wet tags 1, 2 and 4' })
    press(b)
    expect(b.refusal({ kind: 'coat.started', piece: 5 })).toMatch(/Finish coating tag 1 first/)
  })
})

describe('an old bottle on a scrap', () => {
  const old = planOf({ ...FOUR_TUMBLERS, lot: { ...FOUR_TUMBLERS.lot, openDays: 200 } })
  it('comes first, behind a gate, with a clock and a result; nothing is cut before it', () => {
    const b = bench(old)
    expect(b.step()).toBe('try-safety')
    b.upTo('scrap-jar')
    expect(action(b)).toMatchObject({ kind: 'try' })
    expect(b.refusal({ kind: 'try.judged', result: 'good' })).toMatch(/Start the clock/)
    expect(b.refusal({ kind: 'step.skipped', step: 'scrap-jar', why: 'no-time', reason: '' })).toMatch(/never skipped/)
    b.send({ kind: 'try.started' })
    b.wait(300)
    b.send({ kind: 'try.judged', result: 'weak' })
    expect(b.state().tried).toMatchObject({ judged: { result: 'weak' } })
    expect(b.step()).toBe('clean')
    expect(b.refusal({ kind: 'try.started' })).toMatch(/at its own step/)
  })
})

describe('blasting a mirror back', () => {
  const mirror = planOf(ONE_MIRROR)
  it('counts gun time only while the gun is on', () => {
    const b = bench(mirror).upTo('etch')
    expect(action(b)).toMatchObject({ kind: 'gun', piece: 1, control: 'Hold while the gun is on' })
    expect(b.refusal({ kind: 'piece.blasted', piece: 1 })).toMatch(/No gun time/)
    expect(b.refusal({ kind: 'gun.off', piece: 1 })).toMatch(/off already/)
    for (const seconds of [5, 12]) {
      b.send({ kind: 'gun.on', piece: 1 })
      expect(b.refusal({ kind: 'gun.on', piece: 1 })).toMatch(/on already/)
      expect(b.refusal({ kind: 'run.abandoned', reason: 'late' })).toMatch(/gun is on/)
      b.wait(seconds)
      b.send({ kind: 'gun.off', piece: 1 })
      b.wait(60)
    }
    expect(gunTime(b.state().pieces[0]!, b.now)).toBe(17)
    expect(pieceStage(b.state().pieces[0]!)).toBe('blasting')
    b.send({ kind: 'piece.blasted', piece: 1 })
    expect(b.refusal({ kind: 'gun.on', piece: 1 })).toMatch(/not time to blast. First: Grit out/)
    expect(b.step()).toBe('grit')
    b.upTo('look')
    judgeAll(b)
    b.close()
    expect(summarise(mirror, b.state()).pieces[0]).toMatchObject({ dwell: 17, verdict: 'early' })
  })
  it('gun time may be entered afterwards, in place of what the pedal counted', () => {
    const b = bench(mirror).upTo('etch')
    b.send({ kind: 'gun.on', piece: 1 })
    expect(b.refusal({ kind: 'gun.entered', piece: 1, seconds: 24 })).toMatch(/gun is on/)
    b.wait(2)
    b.send({ kind: 'gun.off', piece: 1 })
    b.send({ kind: 'gun.entered', piece: 1, seconds: 24 })
    b.send({ kind: 'piece.blasted', piece: 1 })
    expect(b.refusal({ kind: 'gun.entered', piece: 1, seconds: 30 })).toMatch(/not time to blast/)
    expect(summarise(mirror, b.state()).pieces[0]).toMatchObject({ dwell: 24, verdict: 'in window' })
  })
  it('the gun works on one piece at a time', () => {
    const b = bench(planOf({ ...ONE_MIRROR, pieces: 2 })).upTo('etch')
    b.send({ kind: 'gun.on', piece: 1 })
    expect(b.refusal({ kind: 'gun.on', piece: 2 })).toMatch(/on for mirror 1/)
    expect(b.refusal({ kind: 'coat.started', piece: 2 })).toMatch(/not time to coat/)
    b.wait(5)
    b.send({ kind: 'gun.off', piece: 1 })
    b.send({ kind: 'piece.blasted', piece: 1 })
    expect(b.refusal({ kind: 'gun.on', piece: 1 })).toMatch(/blasted already/)
    expect(action(b)).toMatchObject({ kind: 'gun', piece: 2 })
  })
  it('its gate asks for hearing, seals, dust and the abrasive', () => {
    const { items } = mirror.steps.find(s => s.id === 'safety')!
    expect(items!.map(i => i.id)).toEqual(expect.arrayContaining(['hearing', 'seals', 'dust', 'abrasive', 'breath']))
    expect(items![0]!.text).toMatch(/no silica sand/)
  })
})

describe('strips that share a clock', () => {
  const windows = [60, 120, 240].map(best => ({ notBefore: best, best, notAfter: best + 15 }))
  const strips: RunPlan = { ...plan, noun: 'strip', pieces: 3, windows, together: 'rinsed in turn', care: [] }
  it('rinsed in turn: one press begins all, each is covered and comes off at its own time', () => {
    const b = bench(strips).atEtch()
    press(b)
    expect(b.state().pieces.every(p => p.coatStarted)).toBe(true)
    b.wait(15)
    for (const n of [3, 2, 1]) {
      expect(action(b)).toMatchObject({ kind: 'covered', piece: n, sentence: `Cover strip ${n}` })
      press(b)
    }
    expect(b.state().pieces.map(p => pieceStage(p))).toEqual(['dwelling', 'dwelling', 'dwelling'])
    const off: number[] = []
    for (let s = 0; s <= 240; s++) {
      for (let next = action(b); next.kind === 'off' || next.kind === 'rinse'; next = action(b)) {
        if (next.kind === 'off') off.push(s)
        press(b)
      }
      b.wait(1)
    }
    expect(off).toEqual([60, 120, 240])
    expect(b.step()).toBe('measure')
    expect(summarise(strips, b.state()).over).toBe(0)
  })
  it('coated in turn: the longest first, and all are due together', () => {
    const b = bench({ ...strips, together: 'coated in turn' }).atEtch()
    const coated: number[] = []
    for (let s = 0; s < 240; s++) {
      for (let next = action(b); next.kind === 'coat' || next.kind === 'covered'; next = action(b)) {
        if (next.kind === 'coat') coated.push(next.piece, s)
        press(b)
      }
      b.wait(1)
    }
    expect(coated).toEqual([3, 0, 2, 120, 1, 180])
    expect(action(b).kind).toBe('off')
    expect(b.state().pieces.map(p => (b.now - p.covered!.at) / 1000)).toEqual([60, 120, 240])
    expect(action(b)).toMatchObject({ sentence: 'Take strips 1 to 3 off now' })
    press(b)
    expect(b.state().pieces.every(p => p.off)).toBe(true)
  })
})
