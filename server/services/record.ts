import { effectiveEvents, foldRun, plannedSeconds, stepSpans, summarise, workedSeconds } from '#core/bench/run'
import { numberOf } from '#core/plan/run-plan'
import type { JobRecord, RecordedRun, RecordedStep } from '#shared/record'
import type { RunHead, StoredEvent } from '#shared/runs'
import type { Db } from '../db/pool'
import { jobById } from '../db/queries/jobs'
import { photosOfRuns } from '../db/queries/photos'
import { quotesOfJob } from '../db/queries/quotes'
import { eventsOfRuns } from '../db/queries/events'
import { runsOfJob } from '../db/queries/runs'
import { takenByJob } from '../db/queries/stock'
import { notFound } from './refusal'

function stepsOf(plan: RunHead['plan'], startedAt: number, events: StoredEvent[]): RecordedStep[] {
  const spans = stepSpans(plan, startedAt, events)
  return plan.steps.map((step) => {
    const span = spans.find(s => s.step.id === step.id)
    const { id, title } = step
    const planned = plannedSeconds(plan, step)
    return { id, title, planned, from: span?.from ?? null, to: span?.to ?? null, skipped: span?.skipped ?? false }
  })
}

function peopleOf(events: StoredEvent[]): RecordedRun['people'] {
  const counts = new Map<string, number>()
  for (const { by } of effectiveEvents(events)) counts.set(by, (counts.get(by) ?? 0) + 1)
  return [...counts].map(([id, entries]) => ({ id, entries })).sort((a, b) => b.entries - a.entries)
}

function recorded(head: RunHead, events: StoredEvent[], photos: RecordedRun['photos']): RecordedRun {
  const { plan } = head
  const state = foldRun(plan, events)
  return {
    id: head.id,
    passId: head.passId!,
    passNo: head.passNo!,
    passes: head.passes,
    noun: plan.noun,
    method: plan.method,
    lotId: head.lotId,
    startedBy: head.startedBy,
    startedAt: head.startedAt,
    endedAt: head.endedAt,
    abandoned: state.abandoned !== null,
    steps: stepsOf(plan, head.startedAt, events),
    worked: workedSeconds(plan, head.startedAt, events),
    people: peopleOf(events),
    pieces: summarise(plan, state).pieces.map(p => ({ ...p, number: numberOf(plan, p.n), name: plan.names?.[p.n - 1] ?? '' })),
    photos,
  }
}

/** All that is known of a job: its runs as they went, what they took, what it was offered for. @throws Refusal 404 */
export async function jobRecord(db: Db, id: string): Promise<JobRecord> {
  const job = await jobById(db, id)
  if (!job) throw notFound('job')
  const heads = await runsOfJob(db, id)
  const ids = heads.map(h => h.id)
  const [events, photos] = [await eventsOfRuns(db, ids), await photosOfRuns(db, ids)]
  return {
    job,
    runs: heads.map(h => recorded(h, events.get(h.id)!, photos.get(h.id) ?? [])),
    taken: await takenByJob(db, id),
    quotes: await quotesOfJob(db, id),
  }
}
