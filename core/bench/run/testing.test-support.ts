import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { NO_PACES } from '../../plan/coat'
import { planRecipe } from '../../plan/recipe'
import type { PlacementFacts, RecipeInput } from '../../plan/recipe'
import { remarksSaid } from '../../plan/remarks'
import type { RunPlan } from '../../plan/run-plan'
import type { RunEvent } from './events'
import { foldRun } from './fold'
import { refuseEvent } from './guard'
import { refusalWords } from './refusals'
import { nextAction, pressEntries } from './next'
import { currentStep } from './state'

const ART: PlacementFacts = {
  name: '',
  art: { width: 60, height: 45, openFraction: 0.35 },
  finest: null,
  widest: null,
  mirrored: null,
  weeding: null,
  middle: null,
  count: 1,
}

/** The same with something else about it or about its one stencil. */
export function changed(input: RecipeInput, change: Partial<RecipeInput & PlacementFacts>): RecipeInput {
  const own = Object.keys(ART) as (keyof PlacementFacts)[]
  const of = (isArt: boolean) => Object.fromEntries(Object.entries(change).filter(([key]) => (own as string[]).includes(key) === isArt))
  const placements = change.placements ?? input.placements
  return { ...input, ...of(false), placements: placements.map((p, i) => (i === 0 ? { ...p, ...of(true) } : p)) }
}

/** Four tumblers, girth 9 1/2 in, art 60 x 45 mm, 35 % open, a general cream: the job the tests share. */
export const FOUR_TUMBLERS: RecipeInput = {
  noun: 'tumbler',
  pieces: 4,
  turn: { no: 1, of: 1 },
  height: 110,
  girth: 241.3,
  surface: 'cylinder',
  wall: null,
  substrate: 'soda-lime',
  placements: [ART],
  border: null,
  wholeFace: false,
  face: 'front',
  resist: 'permanent-vinyl',
  resistCut: null,
  stencilUses: null,
  schools: { dwell: 'label', care: 'leave', weeding: 'backing', after: 'recover', rinsing: 'tub', peel: 'under-water' },
  lot: {
    kind: 'general-cream',
    label: { min: 300, max: 300 },
    reusable: true,
    openDays: 20,
    left: 200,
    price: 0.12,
    couponBest: null,
    coupons: [],
    strength: null,
    secondsPerCm2: null,
    gunPace: null,
  },
  answers: { irreplaceable: 'replaceable', food: 'none', lip: 'clear', child: 'no' },
  ownBest: null,
  temperature: null,
  coaters: 1,
  tool: 'brush',
  paces: NO_PACES,
  tray: 1,
  carve: 1,
  depth: 'surface',
  look: 'graphics',
  oldLabel: false,
  finish: 'none',
  rules: DEFAULT_HOUSE_RULES,
}

/** Two brass tags under ferric chloride of 42 °Bé. */
export const TWO_TAGS: RecipeInput = {
  ...FOUR_TUMBLERS,
  noun: 'tag',
  pieces: 2,
  height: 60,
  girth: 90,
  surface: 'flat',
  substrate: 'brass',
  placements: [{ ...ART, art: { width: 38, height: 20, openFraction: 0.4 } }],
  resist: 'rub-on',
  lot: {
    ...FOUR_TUMBLERS.lot,
    kind: 'ferric-chloride',
    label: { min: 900, max: 900 },
    reusable: false,
    strength: { density: 1.4078, fraction: 0.392 },
  },
}

/** One painted mirror back under the gun. */
export const ONE_MIRROR: RecipeInput = {
  ...FOUR_TUMBLERS,
  noun: 'mirror',
  pieces: 1,
  height: 300,
  girth: 200,
  surface: 'flat',
  substrate: 'mirror-back',
  placements: [{ ...ART, art: { width: 120, height: 90, openFraction: 0.5 } }],
  resist: 'blast-mask',
  lot: { ...FOUR_TUMBLERS.lot, kind: 'abrasive', label: null, secondsPerCm2: null },
}

/** A plan that the recipe allows. */
export function planOf(input: RecipeInput): RunPlan {
  const { plan: made, refusals } = planRecipe(input)
  if (!made) throw new Error(remarksSaid(refusals).join(' '))
  return made
}
export const plan: RunPlan = planOf(FOUR_TUMBLERS)

/** ms */
export const START = Date.UTC(2026, 5, 1, 9)

type Part<E> = E extends RunEvent ? Omit<E, 'id' | 'at' | 'by'> : never

/** A bench in miniature: sends events in order and refuses what a server would. */
export class Bench {
  constructor(readonly plan: RunPlan) {}
  events: RunEvent[] = []
  now = START
  wait(seconds: number) {
    this.now += seconds * 1000
    return this
  }

  state() {
    return foldRun(this.plan, this.events)
  }

  step() {
    return currentStep(this.plan, this.state())?.id ?? null
  }

  private make(part: Part<RunEvent>, by: string): RunEvent {
    return { ...part, id: `event-${this.events.length}`, at: this.now, by } as RunEvent
  }

  /** Why it is refused, in the words that the bench says. */
  refusal(part: Part<RunEvent>, by = 'me') {
    const refused = refuseEvent(this.plan, this.events, this.make(part, by))
    return refused && refusalWords(this.plan, refused)
  }

  send(part: Part<RunEvent>, by = 'me'): RunEvent {
    const event = this.make(part, by)
    const refused = refuseEvent(this.plan, this.events, event)
    if (refused) throw new Error(refusalWords(this.plan, refused))
    this.events.push(event)
    return event
  }

  /** Gates ticked and plain steps done until the named step is next. */
  upTo(id: string) {
    for (let step = currentStep(this.plan, this.state()); step && step.id !== id; step = currentStep(this.plan, this.state())) {
      if (step.kind === 'gate') tickAll(this, step.id)
      else if (step.kind === 'try') {
        this.send({ kind: 'try.started' })
        this.send({ kind: 'try.judged', result: 'good' })
      }
      else if (step.kind === 'do') this.send({ kind: 'step.done', step: step.id })
      else throw new Error(`${step.id} stands before ${id}`)
    }
    return this
  }

  atEtch() {
    return this.upTo('etch')
  }

  coat(piece: number) {
    this.send({ kind: 'coat.started', piece })
    this.wait(this.plan.hands.coat)
    this.send({ kind: 'coat.covered', piece })
  }

  etchAll() {
    const { pieces } = this.plan
    for (let n = 1; n <= pieces; n++) {
      this.coat(n)
      this.wait(this.plan.dwell.best)
      this.send({ kind: 'etchant.off', piece: n })
      this.send({ kind: 'piece.rinsed', piece: n })
    }
  }

  /** What comes after the look, then the end. */
  close() {
    this.upTo(this.plan.steps.at(-1)!.id)
    this.send({ kind: 'run.finished' })
  }

  finish() {
    this.etchAll()
    this.send({ kind: 'etchant.measured', putOut: 4, back: 1 })
    this.upTo('neutralise')
    this.send({ kind: 'bicarbonate.added', grams: 15 })
    this.send({ kind: 'step.done', step: 'neutralise' })
    this.upTo('look')
    judgeAll(this)
    this.close()
    return this
  }
}

export const bench = (of: RunPlan = plan) => new Bench(of)

export function tickAll(b: Bench, step: string) {
  for (const item of b.plan.steps.find(s => s.id === step)!.items!) b.send({ kind: 'gate.ticked', step, item: item.id })
}

export function judgeAll(b: Bench) {
  for (let piece = 1; piece <= b.plan.pieces; piece++) b.send({ kind: 'piece.judged', piece, result: 'good', faults: [], note: '' })
}

/** What the bench asks of somebody who may do everything, and pressing its one large control. */
export const action = (b: Bench) => nextAction(b.plan, b.state(), b.now, 'me')
export const press = (b: Bench) => pressEntries(b.plan, b.state(), action(b)).forEach(part => b.send(part))
