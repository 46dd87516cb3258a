import { planTime } from '../../basics/zone'
import { currentStep, liveWindow, pieceStage, takenSince, trayOf } from '../../bench/run'
import type { PieceState, RunState, Stamp } from '../../bench/run'
import type { RunPlan } from '../../plan/run-plan'
import type { Chain, Hands, Instance, Lag, Task } from '../schedule'
import type { Step } from '../../plan/steps'
import { chainId, taskName } from './model'
import type { DayInput, DayJob } from './model'

/** Days on which what needs drying may be finished. */
const FURTHER_DAYS = 4
/** s that one call during the dwell takes. */
const CARE_SECONDS = 15
/** Longer than a call lasts, so that hands are at the sink in time. s */
const CARE_BEFORE_RINSE = 5
/** Overtime that work in hand is given, s. */
const OVERTIME = 3 * 3600
/** Whoever answered a step this recently is still at the bench, s. */
const STILL_HERE = 30 * 60

/** The latest step that was answered in a run, of these steps or of all. */
function latestStep(state: RunState, ids: readonly string[] | null = null): Stamp | null {
  const kept: [string, Stamp[]][] = [
    ...Object.entries(state.ticked).map(([id, ticks]): [string, Stamp[]] => [id, Object.values(ticks)]),
    ...[state.done, state.skipped].flatMap(answers => Object.entries(answers).map(([id, stamp]): [string, Stamp[]] => [id, [stamp]])),
  ]
  const stamps = kept.filter(([id]) => ids === null || ids.includes(id)).flatMap(([, all]) => all)
  return stamps.reduce<Stamp | null>((last, s) => (!last || s.at > last.at ? s : last), null)
}

/** Whether people are in the middle of a run: something is wet, or a step was answered a moment ago. */
function inHand({ state }: DayJob, midnight: number, now: number): boolean {
  if (!state) return false
  if (state.pieces.some(p => ['coating', 'dwelling', 'off'].includes(pieceStage(p)))) return true
  const latest = latestStep(state)
  return latest !== null && !state.paused && midnight / 1000 + now - latest.at / 1000 <= STILL_HERE
}

/** Hours of each person, without what they are away, from now on and over the next days. */
function handsOf({ people, away, rules, zone, midnight, now, jobs }: DayInput): Hands[] {
  const at = (wall: number, days = 0) => planTime({ zone, midnight }, wall, days)
  // Whoever is still here with work in hand goes on, whatever the clock on the wall says.
  const goesOn = now !== null && jobs.some(j => inHand(j, midnight, now))
  const [from, to] = [at(rules.workFrom), at(rules.workTo)]
  return people.map((p) => {
    const today: [number, number][] = [goesOn ? [now, Math.max(to, now + OVERTIME)] : [Math.max(from, now ?? 0), to]]
    const end = today[0]![1]
    const gaps = (away[p.id] ?? []).map(([a, b]): [number, number] => [at(a), at(b)]).sort((a, b) => a[0] - b[0])
    const shifts = gaps
      .reduce<[number, number][]>(
        (open, [from, to]) =>
          open.flatMap(([a, b]): [number, number][] => [
            [a, Math.min(b, from)],
            [Math.max(a, to), b],
          ]),
        today,
      )
      .filter(([a, b]) => b > a)
    const later = Array.from({ length: FURTHER_DAYS }, (_, i): [number, number] => [at(rules.workFrom, i + 1), at(rules.workTo, i + 1)])
    return { id: p.id, may: p.may, shifts: [...shifts, ...later.filter(([from]) => from > end)] }
  })
}

const whole = (s: number) => Math.max(1, Math.round(s))

/** Calls during the dwell that want hands, as tasks; those that come too close to the rinse are left to it. */
function careTasks(plan: RunPlan, least: number, grace: number): Task[] {
  const times = plan.care
    .filter(c => c.id !== 'move' && c.id !== 're-wet' && c.id !== 'brush')
    .flatMap(c =>
      c.every === null
        ? [c.first]
        : Array.from({ length: Math.max(0, Math.floor((least - c.first) / c.every) + 1) }, (_, i) => c.first + i * c.every!),
    )
  return times
    .sort((a, b) => a - b)
    .flatMap((at): Task[] => {
      const most = Math.min(at + grace, least - CARE_SECONDS - CARE_BEFORE_RINSE)
      return most < at
        ? []
        : [{ skill: 'care', seconds: CARE_SECONDS, stand: 'bench', uses: null, lag: { least: Math.max(0, at - grace), best: at, most } }]
    })
}

type OfPiece = Pick<PieceState, 'n' | 'coatStarted' | 'covered'>

/** One piece from its first touch to its rinse, or a tray of them. @param mates pieces on its tray that are still to be done */
function pieceTasks(plan: RunPlan, piece: OfPiece, mates: number, grace: number): Task[] {
  const window = liveWindow(plan, piece)
  if (plan.method === 'blast') return [{ skill: 'blast', seconds: whole(window.best * 1.5 + 60), stand: 'cabinet', uses: 'cabinet' }]
  const at = plan.rinseAt ?? 'sink'
  const off = (lag: Lag): Task => ({ skill: 'rinse', seconds: whole(plan.hands.off * mates), stand: at, uses: at, lag })
  // Metal is rubbed the whole time: the hands stay with it until its best.
  if (plan.method === 'liquid')
    return [
      { skill: 'coat', seconds: whole(plan.hands.coat * mates + window.best), stand: 'bench', uses: null },
      off({ least: 0, best: 0, most: Math.max(0, Math.floor(window.notAfter - window.best)) }),
    ]
  const lag = {
    least: Math.ceil(window.notBefore),
    best: Math.round(window.best),
    most: Math.max(Math.ceil(window.notBefore), Math.floor(window.notAfter)),
  }
  return [{ skill: 'coat', seconds: whole(plan.hands.coat), stand: 'bench', uses: null }, ...careTasks(plan, lag.least, grace), off(lag)]
}

/** Facts of a run put in place of what was planned: what is begun stays with whoever began it, and takes at least until now. */
function withFacts(tasks: Task[], piece: PieceState, plan: RunPlan, { midnight, now }: DayInput): Task[] {
  const at = (s: Stamp) => Math.round((s.at - midnight) / 1000)
  const began = plan.method === 'blast' ? (piece.gunOn ?? piece.blasted) : piece.coatStarted
  if (!began) return tasks
  const ends = piece.covered ?? piece.blasted
  const liquid = plan.method === 'liquid' ? Math.round(liveWindow(plan, piece).best) : 0
  const first = tasks[0]!
  const seconds = ends ? Math.max(1, at(ends) - at(began) + liquid) : Math.max(first.seconds, (now ?? at(began)) - at(began) + 1)
  const rest = tasks.slice(1).flatMap((t, k, all): Task[] => {
    if (k < all.length - 1) {
      // A call that was given, or whose time has gone by, is no longer planned.
      const due = ends ? at(ends) + t.lag!.most : Infinity
      return due < (now ?? 0) || piece.care.length > k || piece.off ? [] : [t]
    }
    // Whoever took it over rinses it, as far as they may.
    if (!piece.off) return [takenSince(piece) ? { ...t, was: piece.taken!.by } : t]
    return [
      {
        ...t,
        seconds: piece.rinsed ? Math.max(1, at(piece.rinsed) - at(piece.off)) : Math.max(t.seconds, (now ?? 0) - at(piece.off) + 1),
        fixed: { start: at(piece.off), person: piece.off.by },
      },
    ]
  })
  return [{ ...first, seconds, fixed: { start: at(began), person: began.by } }, ...rest]
}

const secondsOf = (steps: readonly Step[]) => Math.round(steps.reduce((sum, s) => sum + s.seconds, 0))

/** Steps still to do of a stretch of the list. */
function stillTo(plan: RunPlan, state: RunState | null, from: number, to: number): Step[] {
  const step = state && currentStep(plan, state)
  const at = !state ? 0 : step ? plan.steps.indexOf(step) : plan.steps.length
  return plan.steps.slice(Math.max(from, at), to)
}

/** Who did the latest of these steps: whoever is in the middle of a stretch goes on with it. */
function whoIsAt(state: RunState | null, steps: readonly Step[]): string | null {
  return (
    (
      state
      && latestStep(
        state,
        steps.map(s => s.id),
      )
    )?.by ?? null
  )
}

/** Overtime is for what is in hand: after hours everything else waits for the morning. */
function releaseOf(job: DayJob, { zone, midnight, now, rules }: DayInput): number {
  if (now === null) return 0
  const clock = { zone, midnight }
  const begun = job.state !== null && (inHand(job, midnight, now) || job.state.pieces.some(p => p.coatStarted ?? p.gunOn))
  return begun || now < planTime(clock, rules.workTo) ? Math.ceil(now) : planTime(clock, rules.workFrom, 1)
}

/** Whether nothing is left to do for this piece. @param n 1-based */
function over(state: RunState | null, n: number): boolean {
  const piece = state?.pieces[n - 1]
  return piece !== undefined && ['rinsed', 'withdrawn', 'blasted'].includes(pieceStage(piece))
}

/** The last that is done to the pieces of a pass: the look, which comes once they are dry. */
function endOfPass(chains: readonly Chain[], dryTime: number): Chain['after'] {
  const last = chains.at(-1)
  if (!last) return []
  // Where nothing is left but to dry, it still has to.
  return last.id.endsWith(':look') ? [{ chain: last.id, wait: 0 }] : [{ chain: last.id, wait: dryTime }]
}

/** @param before what has to be over first */
function jobChains(job: DayJob, input: DayInput, before: Chain['after']): Chain[] {
  const { plan, state } = job
  const release = releaseOf(job, input)
  const etch = plan.steps.findIndex(s => s.kind === 'clock' || s.kind === 'blast')
  const look = plan.steps.findIndex(s => s.kind === 'look')
  const ready = stillTo(plan, state, 0, etch)
  const after = stillTo(plan, state, etch + 1, look)
  const lookSteps = stillTo(plan, state, look, plan.steps.length)
  const blast = plan.method === 'blast'
  const plain = (part: 'ready' | 'after' | 'look', task: Omit<Task, 'uses'>, waits: Chain['after'], stretch: readonly Step[]): Chain => {
    const at = waits.length === 0 ? whoIsAt(state, stretch) : null
    const fixed = at !== null && input.now !== null && input.people.some(p => p.id === at) ? { fixed: { start: release, person: at } } : {}
    return { id: chainId(job.id, part), tasks: [{ ...task, uses: null, ...fixed }], release, after: waits, holdsPlace: false, tail: 0 }
  }
  const chains: Chain[] = []
  if (ready.length > 0)
    chains.push(plain('ready', { skill: 'prepare', seconds: whole(secondsOf(ready)), stand: 'bench' }, before, plan.steps.slice(0, etch)))
  const waits = chains.length > 0 ? chains.map(c => ({ chain: c.id, wait: 0 })) : before
  const pieces = Array.from({ length: plan.pieces }, (_, i) => i + 1).flatMap((n): Chain[] => {
    const piece = state?.pieces[n - 1]
    // Over and done: what it kept busy lies in the past.
    if (over(state, n)) return []
    const mates = Array.from({ length: plan.pieces }, (_, i) => i + 1).filter(m => trayOf(plan, m) === trayOf(plan, n) && !over(state, m))
    // The first that is not done stands for its tray.
    if (mates[0] !== n) return []
    const tasks = pieceTasks(plan, piece ?? { n, coatStarted: null, covered: null }, mates.length, input.rules.careGrace)
    return [
      {
        id: chainId(job.id, n),
        tasks: piece ? withFacts(tasks, piece, plan, input) : tasks,
        release,
        after: waits,
        holdsPlace: !blast,
        tail: 0,
      },
    ]
  })
  chains.push(...pieces)
  const done = pieces.map(c => ({ chain: c.id, wait: 0 }))
  if (after.length > 0)
    chains.push(
      plain(
        'after',
        { skill: 'finish', seconds: whole(secondsOf(after)), stand: blast ? 'bench' : 'sink' },
        done,
        plan.steps.slice(etch + 1, look),
      ),
    )
  if (lookSteps.length > 0)
    chains.push(
      plain(
        'look',
        { skill: 'finish', seconds: whole(secondsOf(lookSteps)), stand: 'rack' },
        after.length > 0 ? [{ chain: chainId(job.id, 'after'), wait: input.rules.dryTime }] : [],
        [],
      ),
    )
  return chains
}

/** Locks in place; what has begun or is no longer there needs none. */
function withLocks(chains: Chain[], locks: DayInput['locks']): Chain[] {
  return chains.map((chain) => {
    const mine = locks.filter(l => l.chain === chain.id)
    if (mine.length === 0) return chain
    return {
      ...chain,
      tasks: chain.tasks.map((task, k) => {
        const lock = mine.find(l => l.task === k)
        return lock && !task.fixed && (k === 0 || chain.tasks[0]!.fixed || mine.some(l => l.task === 0))
          ? { ...task, fixed: { start: lock.start, person: lock.person } }
          : task
      }),
    }
  })
}

/** Each task with whom the known plan gave it to. */
const withKnown = (chains: Chain[], known: DayInput['known']): Chain[] =>
  known
    ? chains.map(c => ({
        ...c,
        tasks: c.tasks.map((t, k) => {
          const was = known[taskName(c.id, t.skill, k, c.tasks.length)]
          return was === undefined || t.was !== undefined ? t : { ...t, was }
        }),
      }))
    : chains

/** Every job's chains, those of a later pass behind the pass before it. */
function allChains(input: DayInput): Chain[] {
  const known = new Map<string, Chain[]>()
  const chainsOf = (job: DayJob): Chain[] => {
    const own = known.get(job.id)
    if (own) return own
    const first = input.jobs.find(j => j.id === job.after)
    const chains = jobChains(job, input, first ? endOfPass(chainsOf(first), input.rules.dryTime) : [])
    known.set(job.id, chains)
    return chains
  }
  input.jobs.forEach(chainsOf)
  // What others wait for stands before them, also where it was put on the day later.
  return [...known.values()].flat()
}

/** A day as coupled tasks: each job gets ready, its pieces are coated and rinsed, it is cleared up, and looked at once it is dry. */
export function dayInstance(input: DayInput): Instance {
  const { rules } = input
  return {
    chains: withKnown(
      withLocks(
        allChains(input),
        input.locks,
      ),
      input.known,
    ),
    hands: handsOf(input),
    fixtures: { place: rules.places, sink: rules.sinks, tub: rules.tubs, cabinet: rules.cabinets },
  }
}
