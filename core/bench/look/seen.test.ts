import { describe, expect, it } from 'vitest'
import { foldRun, summarise } from '../run'
import { Bench, plan } from '../run/testing.test-support'
import { againstWords, seenOnPiece } from './index'

describe('what was seen on a piece, in words', () => {
  it('says all that was entered of it, from the mishap to the note, and nothing of a piece that did well', () => {
    const b = new Bench(plan).atEtch()
    b.coat(1)
    b.send({ kind: 'piece.mishap', piece: 1, why: 'thin', reason: '', spot: 'left' })
    b.wait(plan.dwell.notAfter + 12)
    b.send({ kind: 'etchant.off', piece: 1 })
    b.send({ kind: 'piece.rinsed', piece: 1 })
    b.send({ kind: 'piece.withdrawn', piece: 2, why: 'broke', reason: '' })
    for (const piece of [3, 4]) {
      b.coat(piece)
      b.wait(plan.dwell.best)
      b.send({ kind: 'etchant.off', piece })
      b.send({ kind: 'piece.rinsed', piece })
    }
    b.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    b.upTo('neutralise')
    b.send({ kind: 'bicarbonate.added', grams: 15 })
    b.send({ kind: 'step.done', step: 'neutralise' })
    b.upTo('look')
    b.send({ kind: 'piece.judged', piece: 1, result: 'usable', faults: ['bands'], note: 'at the oar', remedy: 'leave', early: true })
    for (const piece of [3, 4]) b.send({ kind: 'piece.judged', piece, result: 'good', faults: [], note: '' })
    const { pieces } = summarise(plan, foldRun(plan, b.events))
    expect(seenOnPiece(pieces[0]!)).toEqual([
      'a thin spot, left', 'waves or bands', 'leave it', 'judged before it had dried for its time', 'at the oar',
    ])
    expect(seenOnPiece(pieces[1]!)).toEqual(['It broke'])
    expect(seenOnPiece(pieces[2]!)).toEqual([])
    expect(pieces.map(againstWords)).toEqual(['late by 12\u00a0s', 'not etched', 'in window', 'in window'])
    expect(againstWords({ verdict: 'harm', overBy: 130 })).toBe('long past its time, late by 2\u00a0min 10\u00a0s')
  })
})
