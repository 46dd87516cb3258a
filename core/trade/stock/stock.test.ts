import { describe, expect, it } from 'vitest'
import { HAND_MOVES, handMove, isMove, levelOf, outlook, takenOff, toBuy, useUpFirst } from './index'
import type { Move, StockLot, StockNeed } from './index'

describe('will it last?', () => {
  const job = (passId: string, dueOn: string, putOut: number, used = putOut) => ({ passId, dueOn, putOut, used })
  it('jobs are served by due day, and what goes back serves again', () => {
    expect(outlook(10, [job('b', '2026-06-02', 8, 3), job('a', '2026-06-01', 6, 2)])).toEqual({ runsOutAt: null, left: 5 })
  })
  it('names the first job that it cannot serve', () => {
    expect(outlook(10, [job('late', '2026-06-03', 8), job('soon', '2026-06-01', 6)])).toEqual({ runsOutAt: 'late', left: 4 })
    expect(outlook(0, [job('x', '2026-06-01', 1)])).toEqual({ runsOutAt: 'x', left: 0 })
    expect(outlook(3, [])).toEqual({ runsOutAt: null, left: 3 })
  })
})

describe('which to use up first', () => {
  const lot = (id: string, openDays: number | null, left = 100): StockLot => ({ id, kind: 'general-cream', left, openDays })
  it('the one open longest; sealed ones wait; the emptier of two opened together', () => {
    expect([...useUpFirst([lot('sealed', null), lot('new', 3), lot('old', 80)])]).toEqual(['old'])
    expect([...useUpFirst([lot('full', 5), lot('low', 5, 20)])]).toEqual(['low'])
  })
  it('says nothing of a single lot, and passes over an empty one', () => {
    expect(useUpFirst([lot('only', 5)]).size).toBe(0)
    expect([...useUpFirst([lot('empty', 90, 0), lot('a', 2), lot('b', 4)])]).toEqual(['b'])
    expect(useUpFirst([lot('cream', 5), { ...lot('grit', null), kind: 'abrasive' }]).size).toBe(0)
  })
})

describe('the ledger', () => {
  /** A small generator, so that a failure can be seen again. */
  const numbers = (seed: number) => () => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31
  it('a level is the sum of its lines, whatever their order, never below nothing, and every line has the sign of its kind', () => {
    const next = numbers(7)
    for (let story = 0; story < 200; story++) {
      const lines: Move[] = []
      const level = () => levelOf(lines.map(l => l.change))
      let used = 0
      for (let i = 0; i < 40; i++) {
        const amount = Math.round(next() * 10_000) / 100
        const roll = next()
        if (roll < 0.5) {
          lines.push(...takenOff(level(), amount))
          used += amount
        }
        else {
          const kind = HAND_MOVES[Math.floor(next() * HAND_MOVES.length)]!
          const entered = handMove(level(), kind, amount)
          if (entered.ok && entered.value) lines.push(entered.value)
          if (kind === 'counted') expect(level()).toBeCloseTo(amount, 9)
          if (!entered.ok) expect(amount).toBeGreaterThan(level())
        }
        expect(level()).toBeGreaterThanOrEqual(0)
      }
      const shuffled = [...lines].sort(() => next() - 0.5)
      expect(levelOf(shuffled.map(l => l.change))).toBe(level())
      expect(lines.every(isMove)).toBe(true)
      // What was used is written down in full, also where the shelf was thought to hold less.
      const byRuns = lines.filter(l => l.kind === 'used').reduce((sum, l) => sum - l.change, 0)
      expect(byRuns).toBeGreaterThanOrEqual(used - 1e-6)
    }
  })
  it('more used than was written down is found first; nothing used is no line', () => {
    expect(takenOff(10, 4)).toEqual([{ kind: 'used', change: -4 }])
    expect(takenOff(10, 12.5)).toEqual([
      { kind: 'found', change: 2.5 },
      { kind: 'used', change: -12.5 },
    ])
    expect(takenOff(10, 0)).toEqual([])
  })
  it('counting gives the difference; more than there is is asked back', () => {
    expect(handMove(10, 'counted', 8)).toEqual({ ok: true, value: { kind: 'counted', change: -2 } })
    expect(handMove(10, 'counted', 10)).toEqual({ ok: true, value: null })
    expect(handMove(10, 'wasted', 11)).toEqual({ ok: false, error: expect.stringMatching(/Count what is there/) })
    expect(handMove(10, 'bought', 0)).toMatchObject({ ok: false })
    expect(isMove({ kind: 'bought', change: -1 })).toBe(false)
  })
})

describe('what to buy', () => {
  const need = (id: string, level: number, planned: number, reorder: number | null, pack = 100): StockNeed => ({
    id,
    level,
    planned,
    reorder,
    pack,
  })
  it('whole packs of what runs out, then of what gets low; what nobody watches and nothing needs is left alone', () => {
    expect(
      toBuy([need('low', 30, 0, 50), need('plenty', 500, 100, 50), need('out', 20, 250, null), need('unwatched', 0, 0, null)]),
    ).toEqual([
      { id: 'out', packs: 3, why: 'runs-out', after: -230 },
      { id: 'low', packs: 1, why: 'low', after: 30 },
    ])
    expect(toBuy([need('exact', 50, 0, 50)])).toEqual([])
    expect(toBuy([need('to the mark', 50, 50, 100)])).toEqual([{ id: 'to the mark', packs: 1, why: 'low', after: 0 }])
  })
})
