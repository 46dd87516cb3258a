import { describe, expect, it } from 'vitest'
import { closeLines, exposuresOf, filterDue, leftOver, refuseClose } from './index'
import type { DayFacts, TouchEvent } from './index'

const QUIET: DayFacts = { lots: [], runs: [], tubs: [], containers: [], spills: [] }
const CREAM = { id: 'c', name: 'Cream', method: 'cream' as const }
const GRIT = { id: 'g', name: 'Grit', method: 'blast' as const }
const kinds = (facts: Partial<DayFacts>) => closeLines({ ...QUIET, ...facts }).map(l => l.kind)

describe('the lines of a day\'s end', () => {
  it('a day without work asks nothing; a tub that stands there is asked for all the same', () => {
    expect(kinds({})).toEqual([])
    expect(kinds({ tubs: [{ id: 't', name: 'Tub' }] })).toEqual(['tub'])
  })
  it('what is open comes first; each method brings its own', () => {
    expect(kinds({ lots: [CREAM], runs: [{ id: 'r', subject: 'Club', wet: false }], spills: [{ runId: 'r', subject: 'Club' }] })).toEqual([
      'run', 'spill', 'lot', 'tools', 'surfaces', 'gloves', 'solvent', 'floor',
    ])
    expect(kinds({ lots: [GRIT] })).toEqual(['lot', 'cabinet', 'cabinet-filter', 'solvent', 'floor'])
    expect(kinds({ containers: [{ id: 'b', name: 'Blue can', why: 'full' }] })).toEqual(['container'])
  })
  it('every line has to be answered, each by itself', () => {
    const lines = closeLines({ ...QUIET, lots: [CREAM] })
    expect(refuseClose(lines, {})).toMatch(/^6 lines/)
    const marks = Object.fromEntries(lines.map(l => [l.id, l.kind === 'floor' ? ('left' as const) : ('done' as const)]))
    const { tools: _, ...short } = marks
    expect(refuseClose(lines, short)).toMatch(/^One line/)
    expect([refuseClose(lines, marks), leftOver(marks)]).toEqual([null, ['floor']])
  })
  it('a tub with water in it is emptied or left, never ticked', () => {
    const lines = closeLines({ ...QUIET, tubs: [{ id: 't', name: 'Sink tub' }] })
    expect(refuseClose(lines, { 'tub:t': 'done' })).toMatch(/still water in Sink tub/)
    expect(refuseClose(lines, { 'tub:t': 'left' })).toBeNull()
  })
  it('nobody goes home from a wet piece, whatever is ticked', () => {
    const lines = closeLines({ ...QUIET, runs: [{ id: 'r', subject: 'Club', wet: true }] })
    expect(refuseClose(lines, { 'run:r': 'done' })).toMatch(/wet on the bench for Club/)
  })
})

describe('a filter against its life', () => {
  const filter = (change: object) =>
    filterDue({ kind: 'respirator', by: 'osk', name: 'P3', hours: 10, life: 40, expiresOn: null, ...change }, '2030-05-02')
  it('is due when nine tenths of it are over, or its date', () => {
    expect([filter({}), filter({ hours: 36 }), filter({ hours: 36.1 })]).toEqual([null, null, 'worn'])
    expect([filter({ expiresOn: '2030-05-02' }), filter({ expiresOn: '2030-05-01' })]).toEqual([null, 'expired'])
    expect(filter({ hours: 500, life: null })).toBeNull()
  })
})

describe('minutes near etchant and at the gun', () => {
  const touch = (by: string, runId: string, kind: string, at: number, more: Partial<TouchEvent> = {}): TouchEvent => ({
    by, runId, kind, at: at * 60_000, method: 'cream', piece: 1, seconds: null, ...more,
  })
  it('from the first touch to the last of each run; two runs side by side count once', () => {
    expect(exposuresOf([
      touch('osk', 'a', 'coat.started', 0), touch('osk', 'a', 'piece.rinsed', 10),
      touch('osk', 'b', 'coat.started', 5), touch('osk', 'b', 'piece.rinsed', 12),
      touch('juno', 'a', 'etchant.off', 8), touch('juno', 'a', 'piece.rinsed', 9),
    ])).toEqual([{ by: 'osk', kind: 'etchant', seconds: 720 }, { by: 'juno', kind: 'etchant', seconds: 60 }])
  })
  it('gun time as it was counted or entered', () => {
    expect(exposuresOf([
      touch('bram', 'c', 'gun.on', 0), touch('bram', 'c', 'gun.off', 2), touch('bram', 'c', 'gun.entered', 3, { piece: 2, seconds: 30 }),
    ])).toEqual([{ by: 'bram', kind: 'blast', seconds: 150 }])
  })
})
