import { describe, expect, it } from 'vitest'
import { ownTimes } from '../../plan/own-times'
import { planRecipe } from '../../plan/recipe'
import { STEP_NAMES, stepName } from '../../plan/steps'
import { stepSpans, stepTimes, workedSeconds } from './step-times'
import { Bench, FOUR_TUMBLERS, judgeAll, plan, START, tickAll } from './testing.test-support'

/** A run in which each step takes so many times as long as is usual. */
function lived(factor: number) {
  const bench = new Bench(plan)
  const slow = (id: string) => bench.wait(plan.steps.find(s => s.id === id)!.seconds * factor)
  for (const step of plan.steps.slice(0, plan.steps.findIndex(s => s.id === 'etch'))) {
    slow(step.id)
    if (step.kind === 'gate') tickAll(bench, step.id)
    else bench.send({ kind: 'step.done', step: step.id })
  }
  for (let piece = 1; piece <= 4; piece++) {
    bench.coat(piece)
    bench.wait(plan.dwell.best)
    bench.send({ kind: 'etchant.off', piece })
    bench.wait(plan.hands.off * factor)
    bench.send({ kind: 'piece.rinsed', piece })
  }
  slow('measure')
  bench.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
  return { bench, slow }
}

const times = (bench: Bench) => Object.fromEntries(stepTimes(plan, START, bench.events).map(s => [s.step, s]))

describe('what the steps of a run took', () => {
  it('counts each from the end of the one before it, and says what is usual', () => {
    const { bench } = lived(1.5)
    const { clean, measure, off } = times(bench)
    expect(clean).toEqual({ step: 'clean', usual: 240, took: 360 })
    expect(measure).toEqual({ step: 'measure', usual: 30, took: 45 })
    expect(off).toEqual({ step: 'off', usual: 60, took: 90 })
  })
  it('has no time for coats, dwells and looks: those have clocks of their own, or wait for something to dry', () => {
    const { bench } = lived(1)
    bench.upTo('neutralise')
    bench.send({ kind: 'bicarbonate.added', grams: 15 })
    bench.send({ kind: 'step.done', step: 'neutralise' })
    bench.upTo('look').wait(3600)
    judgeAll(bench)
    expect(Object.keys(times(bench))).not.toEqual(expect.arrayContaining(['etch']))
    expect(times(bench)).not.toHaveProperty('look')
  })
  it('leaves out pauses, skipped steps and what was taken back', () => {
    const bench = new Bench(plan)
    bench.wait(100).send({ kind: 'run.paused', why: 'other', reason: 'lunch' } as never)
    bench.wait(2000).send({ kind: 'run.resumed' })
    bench.wait(140)
    const early = bench.send({ kind: 'step.done', step: 'clean' })
    bench.send({ kind: 'event.undone', target: early.id })
    bench.wait(10).send({ kind: 'step.done', step: 'clean' })
    bench.wait(5).send({ kind: 'step.skipped', step: 'resist', reason: 'it was on' } as never)
    bench.wait(70).send({ kind: 'step.done', step: 'mask' })
    expect(times(bench)).toMatchObject({ clean: { took: 250 }, mask: { took: 70 } })
    expect(times(bench)).not.toHaveProperty('resist')
  })
  it('shares the time out among steps that were ticked together: three in a row are not one slow step and two that take nothing', () => {
    const bench = new Bench(plan)
    const row = ['clean', 'resist', 'mask']
    const usual = row.map(id => plan.steps.find(s => s.id === id)!.seconds)
    const all = usual.reduce((sum, s) => sum + s, 0)
    bench.wait(all * 1.2)
    for (const step of row) bench.send({ kind: 'step.done', step })
    row.forEach((step, i) => expect(times(bench)[step]!.took).toBeCloseTo(usual[i]! * 1.2, 6))
  })
  it('measures against what is usual also where the plan went by own times already', () => {
    const own = ownTimes(Array.from({ length: 6 }, () => ({ step: 'clean', usual: 240, took: 480 })))
    const slower = planRecipe({ ...FOUR_TUMBLERS, times: own }).plan!
    const bench = new Bench(slower)
    bench.wait(480).send({ kind: 'step.done', step: 'clean' })
    expect(stepTimes(slower, START, bench.events)).toEqual([{ step: 'clean', usual: 240, took: 480 }])
  })
})

describe('how a run went', () => {
  it('is a chain of steps, each from where the one before it ended', () => {
    const spans = stepSpans(plan, START, lived(1).bench.events)
    expect(spans[0]).toMatchObject({ from: START, to: START + 240_000, worked: 240 })
    spans.slice(1).forEach((span, i) => expect(span.from).toBe(spans[i]!.to))
    expect(spans.map(s => s.step.id)).toEqual(plan.steps.slice(0, spans.length).map(s => s.id))
  })
  it('counts hands-on work, and neither the dwell nor who was called away', () => {
    const { bench } = lived(1)
    const before = plan.steps.slice(0, plan.steps.findIndex(s => s.id === 'etch')).reduce((sum, s) => sum + s.seconds, 0)
    const hands = 4 * (plan.hands.coat + plan.hands.off)
    expect(workedSeconds(plan, START, bench.events)).toBeCloseTo(before + hands + 30, 6)
    const away = new Bench(plan)
    away.wait(20_000).send({ kind: 'step.done', step: 'clean' })
    expect(workedSeconds(plan, START, away.events)).toBe(240)
  })
})

describe('a plan with own times', () => {
  const six = (step: string, usual: number, took: number) => Array.from({ length: 6 }, () => ({ step, usual, took }))
  const figure = (of: ReturnType<typeof planRecipe>, id: string) => of.figures.find(f => f.id === id)!
  const usual = planRecipe(FOUR_TUMBLERS)

  it('takes longer, costs more, and says why', () => {
    const slower = planRecipe({ ...FOUR_TUMBLERS, times: ownTimes(six('clean', 240, 480)) })
    expect(figure(slower, 'time').value - figure(usual, 'time').value).toBe(240)
    expect(figure(slower, 'cost').value - figure(usual, 'cost').value).toBeCloseTo((240 / 3600) * FOUR_TUMBLERS.rules.hourly, 6)
    expect(figure(slower, 'time').inputs[0]!.source.cite).toMatch(/1 step of it as long as yours took/)
  })
  it('coats fewer ahead where rinsing takes longer, and never counts on a rinse that is faster than usual', () => {
    expect(planRecipe({ ...FOUR_TUMBLERS, times: ownTimes(six('off', 60, 90)) }).plan!.hands.off).toBe(90)
    expect(planRecipe({ ...FOUR_TUMBLERS, times: ownTimes(six('off', 60, 15)) }).plan!.hands.off).toBe(60)
  })
})

it('every step of a plan that is timed has a name', () => {
  for (const s of stepTimes(plan, START, lived(1).bench.events)) expect(STEP_NAMES).toHaveProperty(s.step)
  expect(stepName('care:test-same-glass')).toMatch(/^Try the etchant/)
})
