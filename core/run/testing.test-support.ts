import { DEFAULT_HOUSE_RULES, planRecipe } from '../recipe'
import type { RecipeInput, RunPlan } from '../recipe'
import type { RunEvent } from './events'
import { foldRun } from './fold'
import { refuseEvent } from './guard'
import { currentStep } from './state'

/** Four tumblers, girth 9 1/2 in, art 60 x 45 mm, 35 % open, a general cream: the job the tests share. */
export const FOUR_TUMBLERS: RecipeInput = {
  noun: 'tumbler', pieces: 4, height: 110, girth: 241.3, substrate: 'bare-glass', art: { width: 60, height: 45, openFraction: 0.35 }, resist: 'vinyl', school: 'label',
  bottle: { kind: 'general-cream', label: { min: 300, max: 300 }, reusable: true, openDays: 20, left: 200, pricePerMl: 0.12, couponBest: null },
  rules: DEFAULT_HOUSE_RULES,
}

export const plan: RunPlan = planRecipe(FOUR_TUMBLERS).plan!

/** ms */
export const START = Date.UTC(2026, 5, 1, 9)

type Part<E> = E extends RunEvent ? Omit<E, 'id' | 'at' | 'by'> : never

/** A bench in miniature: sends events in order and refuses what a server would. */
export class Bench {
  events: RunEvent[] = []
  now = START
  wait(seconds: number) {
    this.now += seconds * 1000
    return this
  }

  state() { return foldRun(plan, this.events) }
  step() { return currentStep(plan, this.state())?.id ?? null }
  private make(part: Part<RunEvent>, by: string): RunEvent {
    return { ...part, id: `event-${this.events.length}`, at: this.now, by } as RunEvent
  }

  refusal(part: Part<RunEvent>, by = 'me') { return refuseEvent(plan, this.events, this.make(part, by)) }
  send(part: Part<RunEvent>, by = 'me'): RunEvent {
    const event = this.make(part, by)
    const refused = refuseEvent(plan, this.events, event)
    if (refused) throw new Error(refused)
    this.events.push(event)
    return event
  }

  atEtch() {
    tickAll(this, 'safety')
    for (const step of ['clean', 'resist', 'mask', 'stir']) this.send({ kind: 'step.done', step })
    return this
  }

  coat(piece: number) {
    this.send({ kind: 'coat.started', piece })
    this.wait(plan.hands.coat)
    this.send({ kind: 'coat.covered', piece })
  }

  etchAll() {
    const pieces = plan.pieces
    for (let n = 1; n <= pieces; n++) {
      this.coat(n)
      this.wait(300)
      this.send({ kind: 'etchant.off', piece: n })
      this.send({ kind: 'piece.rinsed', piece: n })
    }
  }

  finish() {
    this.etchAll()
    this.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    this.send({ kind: 'step.done', step: 'peel' })
    this.send({ kind: 'bicarbonate.added', grams: 15 })
    for (const step of ['neutralise', 'second-wash', 'dry']) this.send({ kind: 'step.done', step })
    tickAll(this, 'wash-up')
    judgeAll(this)
    this.send({ kind: 'run.finished' })
    return this
  }
}

export const bench = () => new Bench()

export function tickAll(b: Bench, step: string) {
  for (const item of plan.steps.find(s => s.id === step)!.items!) b.send({ kind: 'gate.ticked', step, item: item.id })
}

export function judgeAll(b: Bench) {
  for (let piece = 1; piece <= plan.pieces; piece++) b.send({ kind: 'piece.judged', piece, result: 'good', faults: [], note: '' })
}
