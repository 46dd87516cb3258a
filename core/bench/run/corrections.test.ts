import { describe, expect, it } from 'vitest'
import { foldRun } from './fold'
import { otherLooks } from './other-looks'
import { overrunCauses } from './overrun'
import { retimed } from './retime'
import { summarise } from './summary'
import { Bench, judgeAll, plan, START } from './testing.test-support'

const closed = () => new Bench(plan).atEtch().finish()
const look = { result: 'scrap', faults: ['weak'], note: '', why: 'it came back from the customer' } as const

describe('a look that is put right', () => {
  it('counts once the run is closed, and what was said before stays in the entries', () => {
    const b = closed()
    b.send({ kind: 'look.corrected', piece: 2, ...look, faults: [...look.faults] })
    const summary = summarise(plan, b.state())
    expect([summary.good, summary.scrap, summary.pieces[1]!.faults]).toEqual([3, 1, ['weak']])
    expect(b.events.filter(e => e.kind === 'piece.judged' && e.piece === 2)).toMatchObject([{ result: 'good' }])
    b.send({ kind: 'look.corrected', piece: 2, ...look, faults: [], result: 'usable' })
    expect(summarise(plan, b.state())).toMatchObject({ good: 3, usable: 1, scrap: 0 })
  })
  it('is refused before the run is closed, and for what was never judged', () => {
    const b = new Bench(plan).atEtch()
    expect(b.refusal({ kind: 'look.corrected', piece: 1, ...look, faults: [] })).toMatch(/The run is not closed/)
    const lost = new Bench(plan).atEtch()
    lost.send({ kind: 'piece.withdrawn', piece: 1, why: 'broke', reason: '' })
    for (const piece of [2, 3, 4]) {
      lost.coat(piece)
      lost.send({ kind: 'etchant.off', piece })
      lost.send({ kind: 'piece.rinsed', piece })
    }
    lost.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    lost.upTo('neutralise')
    lost.send({ kind: 'bicarbonate.added', grams: 15 })
    lost.send({ kind: 'step.done', step: 'neutralise' })
    lost.upTo('look')
    for (const piece of [2, 3, 4]) lost.send({ kind: 'piece.judged', piece, result: 'good', faults: [], note: '' })
    lost.close()
    expect(lost.refusal({ kind: 'look.corrected', piece: 1, ...look, faults: [] })).toMatch(/never judged/)
    expect(lost.refusal({ kind: 'look.corrected', piece: 9, ...look, faults: [] })).toMatch(/no tumbler 9/)
  })
})

describe('a time that is put right', () => {
  it('is read as a time of day near what was entered, on whichever side of midnight', () => {
    expect(retimed(1_000_000, '14:05:10', '14:04:50')).toBe(980_000)
    expect(retimed(1_000_000, '14:05:10', '14.06')).toBe(1_050_000)
    expect(retimed(1_000_000_000, '00:00:05', '23:59:55')).toBe(999_990_000)
    expect(retimed(1_000_000_000, '23:59:55', '0:00:05')).toBe(1_000_010_000)
    for (const written of ['', 'soon', '25:00', '12:61', '12:00:75']) expect(retimed(0, '12:00:00', written)).toBeNull()
  })
  it('counts for dwell and lateness, leaves who did it, and what was pressed stays in the entries', () => {
    const b = closed()
    const off = b.state().pieces[0]!.off!
    const before = summarise(plan, b.state()).pieces[0]!
    b.send({ kind: 'time.corrected', piece: 1, fact: 'etchant.off', heldAt: off.at - 20_000, why: 'pressed late, with wet gloves' })
    const after = summarise(plan, b.state()).pieces[0]!
    expect(after.dwell).toBeCloseTo(before.dwell! - 20, 6)
    expect(b.state().pieces[0]!.off).toEqual({ ...off, at: off.at - 20_000 })
    expect(b.events.filter(e => e.kind === 'etchant.off' && e.piece === 1)).toMatchObject([{ at: off.at }])
  })
  it('is refused out of order, after the end, for what never happened, and before the run is closed', () => {
    const b = closed()
    const { covered, rinsed } = b.state().pieces[0]!
    const move = (heldAt: number, piece = 1) => ({ kind: 'time.corrected', piece, fact: 'etchant.off', heldAt, why: 'late' }) as const
    expect(b.refusal(move(covered!.at - 1000))).toMatch(/out of order/)
    expect(b.refusal(move(rinsed!.at + 1000))).toMatch(/out of order/)
    expect(b.refusal(move(b.state().finished!.at + 1000))).toMatch(/was closed by then/)
    expect(b.refusal(move(rinsed!.at, 9))).toMatch(/no tumbler 9/)
    const open = new Bench(plan).atEtch()
    open.coat(1)
    expect(open.refusal({ ...move(open.now), fact: 'coat.covered' })).toMatch(/not closed/)
  })
})

describe('frost that was read from a picture', () => {
  const figures = {
    placement: 0, contrast: 41, mottle: 0.8, graininess: 1.2, raggedness: 0.04, blur: 0.2, offset: 0.1, outside: 0, missing: 0, scale: 20,
    card: 20, photo: null,
  }
  it('is kept with its piece, each reading beside the others, also once the run is closed', () => {
    const b = closed()
    b.send({ kind: 'frost.read', piece: 2, ...figures })
    b.send({ kind: 'frost.read', piece: 2, ...figures, contrast: 43 })
    expect(b.state().pieces[1]!.frost!.map(f => f.contrast)).toEqual([41, 43])
    expect(b.state().pieces[1]!.frost![0]).toMatchObject(figures)
    expect(b.refusal({ kind: 'frost.read', piece: 9, ...figures })).toMatch(/no tumbler 9/)
  })
  it('is not read while a piece is wet', () => {
    expect(new Bench(plan).atEtch().refusal({ kind: 'frost.read', piece: 1, ...figures })).toMatch(/once it is dry/)
  })
})

describe('a piece that two people judged', () => {
  it('has the other word beside the one that counts, where they differ', () => {
    const b = new Bench(plan).atEtch()
    b.etchAll()
    b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    b.upTo('neutralise')
    b.send({ kind: 'bicarbonate.added', grams: 15 })
    b.send({ kind: 'step.done', step: 'neutralise' })
    b.upTo('look')
    const judge = (result: 'good' | 'usable' | 'scrap', by: string, piece = 1) =>
      b.wait(60).send({ kind: 'piece.judged', piece, result, faults: [], note: '' }, by)
    judge('good', 'osk')
    expect(otherLooks(b.events, 1)).toEqual([])
    judge('usable', 'juno')
    const [first] = b.events.filter(e => e.kind === 'piece.judged')
    expect(otherLooks(b.events, 1)).toEqual([{ by: 'osk', at: first!.at, result: 'good' }])
    // Changing one's own mind is no second opinion, and two who agree are none either.
    judge('scrap', 'juno')
    judge('scrap', 'osk')
    expect(otherLooks(b.events, 1)).toEqual([])
    expect(otherLooks(b.events, 2)).toEqual([])
  })
})

describe('why a piece came off late', () => {
  const causes = (b: Bench, n: number) => overrunCauses(plan, foldRun(plan, b.events), n)
  const take = (b: Bench, piece: number, rinse: number) => {
    b.send({ kind: 'etchant.off', piece })
    b.wait(rinse)
    b.send({ kind: 'piece.rinsed', piece })
  }

  it('names the piece that was in hand meanwhile, the longest first', () => {
    const b = new Bench(plan).atEtch()
    b.coat(1)
    b.wait(plan.dwell.best - 20)
    b.send({ kind: 'coat.started', piece: 2 })
    b.wait(60)
    b.send({ kind: 'coat.covered', piece: 2 })
    b.wait(plan.dwell.notAfter - plan.dwell.best)
    take(b, 1, 30)
    expect(causes(b, 1)).toEqual([{ code: 'coating', piece: 2, by: 'me', seconds: 40 }])
    expect(causes(b, 2)).toEqual([])
  })
  it('says where nobody was at another piece', () => {
    const late = new Bench(plan).atEtch()
    late.coat(1)
    late.wait(plan.dwell.notAfter + 30)
    take(late, 1, 30)
    expect(causes(late, 1)).toEqual([{ code: 'nobody', seconds: plan.dwell.notAfter + 30 - plan.dwell.best }])
  })
  it('is silent where nothing was late', () => {
    const b = closed()
    expect([1, 2, 3, 4].flatMap(n => causes(b, n))).toEqual([])
    expect(b.events[0]!.at).toBe(START)
    expect(() => judgeAll(b)).toThrow(/finished/)
  })
})
