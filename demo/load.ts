import { clockOfDay, dayIn } from '../core/basics/zone'
import { v7 } from 'uuid'
import { solveDay } from '../core/crew/day'
import { currentStep, foldRun } from '../core/bench/run'
import type { FaultId, RunEvent } from '../core/bench/run'
import { dayInput } from '../shared/days'
import { couponSchema } from '../shared/coupons'
import { BLANK_PLACEMENT, BLANK_PLAN, jobOf, passOf, planOf } from '../shared/jobs'
import type { JobForm, PlanForm } from '../shared/jobs'
import type { Job } from '../shared/passes'
import { lotSchema } from '../shared/shelf'
import { rollSchema } from '../shared/rolls'
import { supplySchema } from '../shared/stock'
import type { RunWithEvents, SentEvent } from '../shared/runs'
import { createPool } from '../server/db/pool'
import { jobById, passById } from '../server/db/queries/jobs'
import { crewWith } from '../server/db/queries/people'
import { sampleIsLoaded } from '../server/db/queries/studio'
import { acceptEvents } from '../server/services/events'
import { runWithEvents, startRun } from '../server/services/runs'
import { addPerson, changeAccount, firstRun, openSession } from '../server/services/accounts'
import type { Context } from '../server/services/context'
import { addJob, changeJob } from '../server/services/jobs'
import { changeStudio, studioOf } from '../server/services/studio'
import { jobsOfDay, saveDay } from '../server/services/days'
import { changeCustomer } from '../server/services/customers'
import { listCustomers } from '../server/db/queries/customers'
import { addCoupon } from '../server/services/coupons'
import { addBlank } from '../server/services/blanks'
import { addRoll, addSheet } from '../server/services/sheets'
import { addSupply } from '../server/services/ledger'
import { enterTub, fillTub } from '../server/services/tubs'
import { addContainer, fillContainer, writeRule } from '../server/services/waste'
import { addLot, addStencil } from '../server/services/shelf'
import { addTemplate } from '../server/services/templates'
import { loadArt } from './art'
import {
  BLANKS,
  LOTS,
  COUPONS,
  CREW,
  DAY_JOB,
  LEAD_PIN,
  NUMBERS,
  OPEN_JOBS,
  PAST_JOBS,
  ROLLS,
  SHEETS,
  STENCILS,
  HANDS,
  CUSTOMERS,
  STUDIO,
  SUPPLIES,
  CONTAINERS,
  WASTE_RULES,
} from './world'
import type { JobSketch, PassSketch } from './world'

const DAY = 86_400_000
const pool = createPool(process.env.DATABASE_URL!)
const now = Date.now()
/** The sample studio is where this machine is. */
const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone

/** The sample world is lived through the same services as real work; only their clock is set back. */
let clock = now
const people: Record<string, { id: string, role: 'lead' | 'crew' }> = {}
const as = (who: string, session = ''): Context => ({
  pool,
  now: () => new Date(clock),
  by: people[who]!.id,
  role: people[who]!.role,
  session: { id: session, people: [people[who]!.id] },
})
const day = (offset: number) => new Date(clock + offset * DAY).toISOString().slice(0, 10)

const NO_CONTACT = { email: '', phone: '', address: '', likes: '' }

type Part<E> = E extends RunEvent ? Omit<E, 'id' | 'at' | 'by'> : never

/** One person at the bench of one run. What they enter is sent when they leave it, as a device does that was away from the network. */
class Hand {
  private entries: SentEvent[] = []
  private constructor(
    private who: string,
    private run: RunWithEvents,
    private session: string,
  ) {}

  static async at(runId: string, who: string) {
    const session = await openSession(pool, new Date(clock), { id: people[who]!.id, sessionEpoch: 0 })
    return new Hand(who, await runWithEvents(pool, runId, new Date(clock)), session)
  }

  get plan() {
    return this.run.plan
  }

  does(part: Part<RunEvent>, seconds = 0) {
    clock += Math.round(seconds * 1000)
    this.entries.push({ ...part, id: v7({ msecs: clock }), at: clock, deviceTime: clock, by: people[this.who]!.id } as SentEvent)
  }

  /** These hands are slow at masking and quick at washing, and no two days are alike. */
  private pace(step: string) {
    const days = [0.8, 1.3, 0.95, 1.1, 0.85, 1.5, 1]
    const own = HANDS[step] ?? 1
    return own * days[(step.length * 3 + this.plan.pieces + lived.size) % days.length]!
  }

  /** Does plain steps and gates until the named step is next. */
  upTo(stepId: string) {
    const by = people[this.who]!.id
    const next = () =>
      currentStep(this.plan, foldRun(this.plan, [...this.run.events, ...this.entries.map(e => ({ ...e, by }) as RunEvent)]))
    for (let step = next(); step && step.id !== stepId; step = next()) {
      if (step.kind === 'gate') {
        for (const item of step.items!)
          this.does({ kind: 'gate.ticked', step: step.id, item: item.id }, (step.seconds / step.items!.length) * this.pace(step.id))
      }
      else if (step.kind === 'do' && step !== this.plan.steps.at(-1))
        this.does({ kind: 'step.done', step: step.id }, step.seconds * this.pace(step.id))
      else if (step.kind === 'try') {
        this.does({ kind: 'try.started' }, 60)
        this.does({ kind: 'try.judged', result: 'good' }, this.plan.dwell.best + 120)
      }
      else break
    }
  }

  async leaves() {
    const { outcomes } = await acceptEvents({ pool, now: () => new Date(clock), session: this.session }, this.run.id, this.entries)
    const refused = outcomes.find(o => !o.accepted)
    if (refused) throw new Error(refused.reason)
  }
}

async function loadLead() {
  people.maren = { id: await firstRun(pool, { ...STUDIO, timeZone: HERE }, 'sample being loaded'), role: 'lead' }
  const { rules, name, version } = await studioOf(pool)
  await changeStudio(as('maren'), { name, rules, version, ...NUMBERS })
}

async function loadCrew() {
  const addMate = async ({ key, ...person }: (typeof CREW)[number]) => {
    people[key] = { id: await addPerson(as('maren'), person), role: person.role }
  }
  await Promise.all([changeAccount(as('maren'), people.maren!.id, { pin: LEAD_PIN }), ...CREW.map(addMate)])
}

async function loadShelf() {
  const ids: Record<string, string> = {}
  for (const { key, openedDaysAgo, form } of LOTS) {
    ids[key] = v7({ msecs: clock })
    await addLot(
      as('maren'),
      ids[key],
      lotSchema.parse({ ...form, openedOn: openedDaysAgo === null ? '' : day(Math.min(0, 30 - openedDaysAgo)) }),
    )
  }
  for (const { key, ...stencil } of STENCILS) {
    ids[key] = v7({ msecs: clock })
    await addStencil(as('maren'), ids[key], stencil)
  }
  for (const { key, blank } of BLANKS) {
    ids[`blank ${key}`] = v7({ msecs: clock })
    await addBlank(as('maren'), ids[`blank ${key}`]!, blank)
  }
  for (const { goodForDays, openedDaysAgo, blank, ...form } of SUPPLIES) {
    const supply = supplySchema('mm').parse({
      ...form,
      openedOn: openedDaysAgo === null ? '' : day(-openedDaysAgo),
      expiresOn: goodForDays === null ? '' : day(goodForDays),
      blankId: blank ? ids[`blank ${blank}`] : '',
    })
    await addSupply(as('maren'), v7({ msecs: clock }), supply)
  }
  return ids
}

/** A pass as the form has it, with the ids of what it takes from shelf and library. */
function sketched(sketch: PassSketch, ids: Record<string, string>, job: { customer: string, dueOn: string, notes: string }): PlanForm {
  const { lot, stencil, blank, art, places = [], ...form } = sketch
  const artOf = (key?: string) => (key ? ids[`art ${key}`]! : '')
  const plan = planOf({ ...form, artworkId: artOf(art) })
  return {
    ...BLANK_PLAN,
    ...plan,
    placements: [...plan.placements!, ...places.map(({ art: own, ...place }) => ({ ...BLANK_PLACEMENT, ...place, artworkId: artOf(own) }))],
    ...job,
    lotId: ids[lot]!,
    stencilId: stencil ? ids[stencil]! : '',
    blankId: blank ? ids[`blank ${blank}`]! : '',
  }
}

function jobForm(sketch: JobSketch, ids: Record<string, string>): JobForm {
  const { key: _, dueInDays, customer, notes, then = [], also = [], ...first } = sketch
  const job = { customer, notes, dueOn: day(dueInDays) }
  const newIds = () => ({ set: v7({ msecs: clock }), pass: v7({ msecs: clock }) })
  const sets = [first, ...also].map(set => jobOf(sketched(set, ids, job), newIds()).sets[0]!)
  sets[0]!.passes.push(...then.map(pass => ({ id: v7({ msecs: clock }), ...passOf(sketched(pass, ids, job)) })))
  return { ...job, sets }
}

/** @returns the job as it is stored */
async function plan(sketch: JobSketch, ids: Record<string, string>, who: string): Promise<Job> {
  return addJob(as(who), v7({ msecs: clock }), jobForm(sketch, ids))
}

/** What failed goes again in the same job, by another plan. @returns the job as it stands then */
async function planAnew(job: Job, sketch: JobSketch, ids: Record<string, string>, who: string): Promise<Job> {
  const pass = passOf(sketched(sketch, ids, { ...job }))
  const { version, entered } = (await jobById(pool, job.id))!
  const [set] = entered.sets
  const form = { ...entered, sets: [{ ...set!, passes: [{ id: set!.passes[0]!.id, ...pass }] }] }
  return changeJob(as(who), job.id, form, version)
}

/** Jobs that have been lived, by their key. */
const lived = new Map<string, Job>()

async function livePast(job: (typeof PAST_JOBS)[number], lots: Record<string, string>) {
  clock = now - job.daysAgo * DAY
  const { daysAgo, by, over, judged, goesOn, ...sketch } = job
  const dated = { ...sketch, dueInDays: sketch.dueInDays + daysAgo }
  const made = goesOn ? await planAnew(lived.get(goesOn)!, dated, lots, by) : await plan(dated, lots, by)
  lived.set(job.key, made)
  const run = await startRun(as(by), made.passes[0]!.id, v7({ msecs: clock }))
  const hand = await Hand.at(run, by)
  const { method, dwell, hands, pieces, putOut: planned, after, bicarbonate } = hand.plan
  hand.upTo('etch')
  if (method === 'blast') return blastPast(hand, over, judged)
  for (let piece = 1; piece <= pieces; piece++) {
    hand.does({ kind: 'coat.started', piece }, 10)
    hand.does({ kind: 'coat.covered', piece }, Math.round(hands.coat * 0.9))
    hand.does({ kind: 'etchant.off', piece }, dwell.best + over[piece - 1]!)
    hand.does({ kind: 'piece.rinsed', piece }, 40)
  }
  const putOut = Math.round(planned * 4) / 4 + 0.5
  const measure = () => hand.does({ kind: 'etchant.measured', putOut, back: after === 'recover' ? Math.floor(putOut * 2) / 4 : 0 }, 30)
  if (method === 'cream') measure()
  hand.upTo('neutralise')
  hand.does({ kind: 'bicarbonate.added', grams: Math.round(bicarbonate) }, 30)
  hand.does({ kind: 'step.done', step: 'neutralise' }, 90)
  if (method === 'liquid') measure()
  lookAt(hand, judged)
  await hand.leaves()
}

async function blastPast(hand: Hand, over: number[], judged: (typeof PAST_JOBS)[number]['judged']) {
  for (const [i, more] of over.entries()) {
    hand.does({ kind: 'gun.on', piece: i + 1 }, 20)
    hand.does({ kind: 'gun.off', piece: i + 1 }, hand.plan.dwell.best + more)
    hand.does({ kind: 'piece.blasted', piece: i + 1 }, 10)
  }
  lookAt(hand, judged)
  await hand.leaves()
}

function lookAt(hand: Hand, judged: (typeof PAST_JOBS)[number]['judged']) {
  hand.upTo('look')
  for (const [i, { result, faults = [], note = '' }] of judged.entries())
    hand.does({ kind: 'piece.judged', piece: i + 1, result, faults: faults as FaultId[], note }, 20)
  hand.upTo('give')
  hand.does({ kind: 'run.finished' }, 5)
}

/** One run stands on the bench with two clocks running when the app starts. */
async function liveNow(passId: string) {
  const who = 'osk'
  clock = now - 42 * 60_000
  const run = await startRun(as(who), passId, v7({ msecs: clock }))
  const hand = await Hand.at(run, who)
  hand.upTo('etch')
  clock = now - 6.5 * 60_000
  hand.does({ kind: 'coat.started', piece: 1 })
  hand.does({ kind: 'coat.covered', piece: 1 }, 66)
  clock = now - 3.4 * 60_000
  hand.does({ kind: 'coat.started', piece: 2 })
  hand.does({ kind: 'coat.covered', piece: 2 }, 71)
  clock = now - 2 * 60_000
  hand.does({ kind: 'care.given', piece: 1, care: 'drip' })
  await hand.leaves()
}

/** What the days before left behind: a rinse tub that still waits, and containers with their rules. */
async function tubsAndWaste(lots: Record<string, string>) {
  clock = now - 20 * DAY
  const ids: Record<string, string> = {}
  for (const { key, waste, ...container } of CONTAINERS) {
    ids[key] = v7({ msecs: clock })
    await addContainer(as('maren'), ids[key], {
      ...container,
      openedOn: day(0),
      fullBy: container.fullBy === null ? null : day(container.fullBy),
    })
    await fillContainer(as('osk'), ids[key], { ...waste, id: v7({ msecs: clock }) })
  }
  for (const { content, ...rule } of WASTE_RULES) await writeRule(as('maren'), content, rule)
  clock = now - 18 * 3_600_000
  const tub = v7({ msecs: clock })
  await fillTub(as('osk'), { id: tub, name: 'Rinse tub', volume: 10_000 })
  await enterTub(as('osk'), tub, { id: v7({ msecs: clock }), kind: 'went-in', lotId: lots.slow!, amount: 22 })
  clock += 60_000
  await enterTub(as('osk'), tub, { id: v7({ msecs: clock }), kind: 'added', what: 'bicarbonate', grams: 8 })
}

/** Today is planned: the run on the bench and what is due next, Juno away at noon. */
async function planToday(open: Record<string, string>) {
  clock = now
  const { rules } = await studioOf(pool)
  const today = dayIn(rules.timeZone, now)
  const { midnight } = clockOfDay(rules.timeZone, today)
  const crew = await crewWith(pool)
  const jobs = await jobsOfDay(pool, [open.chimneys!, open[DAY_JOB]!], new Date(now))
  const entry = {
    midnight,
    now: Math.floor((now - midnight) / 1000),
    away: { [people.juno!.id]: [[12 * 3600, 12.5 * 3600] as [number, number]] },
    locks: [],
  }
  const solved = solveDay(dayInput(entry, jobs, crew, rules))
  if (!solved.ok) throw new Error(solved.why)
  await saveDay(as('maren'), today, { ...entry, passes: jobs.map(j => j.id), slots: solved.schedule, version: 0 })
}

clock = now - 30 * DAY
await loadLead()
// Passwords are hashed side by side, but not beside the art: while that is looked at, no connection would be answered in time.
await loadCrew()
const lots = await loadShelf()
await loadArt(as('maren'), lots, () => v7({ msecs: clock }))
for (const roll of ROLLS) await addRoll(as('maren'), v7({ msecs: clock }), rollSchema('mm').parse(roll))
for (const { blank, arts, form } of SHEETS) {
  await addSheet(as('maren'), v7({ msecs: clock }), {
    ...form,
    parts: form.parts.map(part => ({
      ...part,
      blankId: lots[`blank ${blank}`],
      placements: part.placements.map((p, i) => ({ ...p, artworkId: lots[`art ${arts[i]}`] })),
    })),
  })
}
await addTemplate(
  as('maren'),
  v7({ msecs: clock }),
  'Tide line on a tumbler',
  jobForm(
    OPEN_JOBS.find(j => j.key === 'tide-line')!,
    lots,
  ),
)
for (const job of [...PAST_JOBS].sort((a, b) => b.daysAgo - a.daysAgo)) await livePast(job, lots)
for (const known of await listCustomers(pool, null)) {
  const told = CUSTOMERS.find(c => c.name === known.name)
  if (told) await changeCustomer(as('maren'), known.id, { ...NO_CONTACT, ...told }, known.version)
}
for (const { lot, by, daysAgo, steps } of COUPONS) {
  clock = now - daysAgo * DAY
  await addCoupon(
    as(by),
    lots[lot]!,
    v7({ msecs: clock }),
    couponSchema.parse({ substrate: 'soda-lime', steps: steps.map(([dwell, frost, creep]) => ({ dwell, frost, creep })) }),
    null,
  )
}
clock = now - 2 * DAY
const open: Record<string, string> = {}
for (const sketch of OPEN_JOBS) {
  // Due days count from today, whenever it was written down.
  open[sketch.key] = (await plan({ ...sketch, dueInDays: sketch.dueInDays + 2 }, lots, 'maren')).passes[0]!.id
}
await tubsAndWaste(lots)
await liveNow(open.chimneys!)
await planToday(open)
if ((await passById(pool, open.chimneys!))?.status !== 'running') throw new Error('The sample run did not start.')
await sampleIsLoaded(pool)
await pool.end()
