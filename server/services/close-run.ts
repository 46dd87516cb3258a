import { dayIn } from '#core/basics/zone'
import { faultText, reasonWords, stepTimes, summarise, tagsOf, workedSeconds } from '#core/bench/run'
import type { RunState, RunSummary } from '#core/bench/run'
import { gritSpent } from '#core/plan/blast'
import type { HouseRules } from '#core/trade/house'
import { resistKind, substrateKind } from '#core/trade/materials'
import { numberOf } from '#core/plan/run-plan'
import type { RunPlan } from '#core/plan/run-plan'
import { rounded, takenOff } from '#core/trade/stock'
import type { Move } from '#core/trade/stock'
import { owed } from '#shared/passes'
import type { Pass } from '#shared/passes'
import type { RunHead } from '#shared/runs'
import type { Db } from '../db/pool'
import { lotById, openedOn } from '../db/queries/lots'
import { oweAgain, passById, passesOfSets, setDone, setPassStatus } from '../db/queries/jobs'
import { peopleByIds } from '../db/queries/people'
import { eventsOfRuns } from '../db/queries/events'
import * as runs from '../db/queries/runs'
import { rollOfResist } from '../db/queries/stock'
import { addUses } from '../db/queries/stencils'
import { insertJudged, shareWork, updateJudged } from '../db/queries/works'
import type { Context } from './context'
import { notify } from './context'
import { book, take, takeGloves, takeOfBlank, takeOfKind } from './ledger'
import { recipeOf } from './jobs'
import { studioOf } from './studio'

/**
 * What left its lot: as measured, with what went back on a line of its own; as planned when a run was stopped after coating and nobody
 * measured; for blasting, the grit that the gun time broke to dust.
 */
function etchantMoves(head: RunHead, state: RunState, summary: RunSummary, level: number, rules: HouseRules): Move[] {
  if (head.plan.method === 'blast') {
    const seconds = summary.pieces.reduce((sum, p) => sum + (p.dwell ?? 0), 0)
    return takenOff(level, gritSpent(seconds, rules))
  }
  if (state.measured) {
    const { putOut, back } = state.measured
    return [...takenOff(level, putOut), ...(back > 0 ? [{ kind: 'recovered' as const, change: rounded(back) }] : [])]
  }
  return state.pieces.some(p => p.coatStarted) ? takenOff(level, head.plan.putOut, 'used-as-planned') : []
}

/**
 * The pieces that came out good or usable are through this pass; what broke or is scrap is owed again, by a new piece from its first
 * pass on. A stencil that is used again counts the pieces it was on.
 */
async function closePass(db: Db, passId: string, plan: RunPlan, state: RunState): Promise<void> {
  const pass = (await passById(db, passId))!
  const ended = state.finished !== null
  const numbers = (of: RunState['pieces']) => of.map(p => numberOf(plan, p.n))
  const kept = ended ? numbers(state.pieces.filter(p => !p.withdrawn && p.judged?.result !== 'scrap')) : []
  const lost = numbers(state.pieces.filter(p => p.withdrawn || p.judged?.result === 'scrap'))
  const done = [...new Set([...pass.done, ...kept])].sort((a, b) => a - b)
  await setDone(db, passId, done)
  await setPassStatus(db, passId, ended && owed({ pieces: pass.pieces, done }).length === 0 ? 'done' : 'planned')
  if (ended && lost.length > 0) await oweAgain(db, passId, lost)
  const etched = state.pieces.filter(p => p.off || p.blasted).length
  if (pass.stencilId && etched > 0) await addUses(db, pass.stencilId, etched)
}

/** Film that was cut by hand, with no sheet that booked it: as much as the plan reckoned for the pieces that were etched. */
async function takeFilm(context: Context, db: Db, pass: Pass, { id: runId, plan }: RunHead, state: RunState): Promise<void> {
  const etched = state.pieces.filter(p => p.coatStarted || p.blasted).map(p => numberOf(plan, p.n))
  const roll = resistKind(pass.resist).uses === null || etched.length === 0 ? null : await rollOfResist(db, pass.resist)
  if (!roll) return
  const { figures } = await recipeOf(db, pass, context.now(), etched)
  const area = figures.find(f => f.id === 'resist-area')?.value ?? 0
  await take(context, db, roll.id, area / roll.width, { runId })
}

/** What the log keeps of a run and finds it by. */
async function logged(db: Db, head: RunHead, state: RunState) {
  const summary = summarise(head.plan, state)
  const lot = (await lotById(db, head.lotId))!
  const people = await peopleByIds(db, [head.startedBy])
  const pass = head.passId === null ? null : (await passById(db, head.passId))!
  const seen = summary.pieces.flatMap(p => p.faults.map(faultText))
  const lost = summary.pieces.flatMap(p => (p.withdrawn ? [reasonWords('piece.withdrawn', p.withdrawn)] : []))
  const search = [
    head.subject,
    head.passId === null ? 'coupon' : '',
    head.plan.noun,
    ...(head.plan.names ?? []),
    head.artName ?? '',
    ...(pass ? [pass.notes, resistKind(pass.resist).name, substrateKind(pass.substrate).name] : []),
    lot.productName,
    people[0]?.name ?? '',
    ...summary.pieces.map(p => p.result ?? ''),
    ...summary.pieces.map(p => p.note),
    ...lost,
    ...seen,
    ...summary.skipped.map(s => reasonWords('step.skipped', s)),
    ...state.notes.map(n => n.text),
  ]
    .join(' ')
    .toLowerCase()
  return { summary, pass, search, tags: tagsOf(head.plan, summary, head.lotId, head.startedBy) }
}

/** Closes the run where its end has been entered: its summary, its job, and what left the shelf. */
export async function closeRun(context: Context, db: Db, head: RunHead, state: RunState): Promise<void> {
  const end = state.finished ?? state.abandoned
  if (!end) return
  const lot = (await lotById(db, head.lotId, true))!
  const { summary, pass, search, tags } = await logged(db, head, state)
  await runs.endRun(db, { id: head.id, at: new Date(end.at), outcome: state.finished ? 'finished' : 'abandoned', summary, search, tags })
  if (state.finished) {
    const events = (await eventsOfRuns(db, [head.id])).get(head.id)!
    await runs.putTimes(db, head.id, stepTimes(head.plan, head.startedAt, events))
    const { id, plan, lotId, startedBy, startedAt } = head
    const contrast = new Map(state.pieces.flatMap(p => (p.frost?.length ? [[p.n, p.frost.at(-1)!.contrast] as const] : [])))
    const worked = workedSeconds(plan, startedAt, events)
    if (head.passId !== null) await insertJudged(db, { id, at: new Date(end.at), plan, summary, lotId, startedBy, worked, contrast })
  }
  if (head.passId !== null) await closePass(db, head.passId, head.plan, state)
  const { rules } = await studioOf(db)
  const touched = state.pieces.flatMap(p => p.coatStarted ?? p.gunOn ?? []).map(s => s.at)
  if (lot.openedOn === null && touched.length > 0) {
    await openedOn(db, lot.id, dayIn(rules.timeZone, Math.min(...touched)))
  }
  await book(context, db, lot.id, etchantMoves(head, state, summary, lot.left, rules), { runId: head.id })
  await takeOfKind(context, db, 'bicarbonate', state.bicarbonate, { runId: head.id })
  for (const { supply } of state.gloves) await takeGloves(context, db, supply, { runId: head.id })
  if (pass && head.sheet === null) await takeFilm(context, db, pass, head, state)
  // A blank leaves the shelf with its first pass, whether it comes out good or broken.
  if (pass?.blankId && pass.no === 1) {
    const begun = state.pieces.filter(p => p.coatStarted || p.gunOn || p.gunSeconds > 0 || p.withdrawn).length
    await takeOfBlank(context, db, pass.blankId, begun, { runId: head.id })
  }
  await notify(db, { topic: 'shelf' })
  await notify(db, { topic: 'today' })
  // The studio's own pace may have changed.
  if (state.finished) await notify(db, { topic: 'studio' })
}

/**
 * A look or a time was put right after the run was closed: log, counts, how long steps took, and job follow. A piece that turns out to
 * be scrap goes through every pass again, by a new one; one that does not is through this pass and those before it.
 */
export async function correctPieces(db: Db, head: RunHead, state: RunState, corrected: readonly number[]): Promise<void> {
  const before = await runs.summaryOf(db, head.id)
  const { summary, pass, search, tags } = await logged(db, head, state)
  await runs.endRun(db, { id: head.id, at: new Date(head.endedAt!), outcome: 'finished', summary, search, tags })
  const events = (await eventsOfRuns(db, [head.id])).get(head.id)!
  await runs.putTimes(db, head.id, stepTimes(head.plan, head.startedAt, events))
  if (!pass) return
  await updateJudged(db, head.id, summary.pieces.filter(p => corrected.includes(p.n)))
  await shareWork(db, head.id, workedSeconds(head.plan, head.startedAt, events))
  const kept = (of: RunSummary, n: number) => of.pieces[n - 1]!.result !== 'scrap'
  const turned = corrected.filter(n => kept(before, n) !== kept(summary, n))
  const numbers = (of: number[]) => of.map(n => numberOf(head.plan, n))
  const saved = numbers(turned.filter(n => kept(summary, n)))
  const lost = numbers(turned.filter(n => !kept(summary, n)))
  for (const of of turned.length > 0 ? await passesOfSets(db, [pass.setId]) : []) {
    const through = of.no <= pass.no ? saved : []
    const done = [...new Set([...of.done, ...through])].filter(n => !lost.includes(n)).sort((a, b) => a - b)
    await setDone(db, of.id, done)
    if (of.status === 'done' || of.status === 'planned')
      await setPassStatus(db, of.id, owed({ pieces: of.pieces, done }).length === 0 ? 'done' : 'planned')
  }
  await notify(db, { topic: 'today' })
}
