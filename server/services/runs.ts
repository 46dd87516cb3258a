import { dayIn } from '#core/basics/zone'
import { judge } from '#core/trade/compatibility'
import { planCoupon, refuseCoupon } from '#core/plan/coupon'
import { etchantKind } from '#core/trade/materials'
import { couponOfRun } from '#shared/coupons'
import type { CouponOrderEntry } from '#shared/coupons'
import { BLANK_JOB } from '#shared/jobs'
import { lotFacts, schoolsOf } from '#shared/recipe'
import type { RunWithEvents } from '#shared/runs'
import { inTransaction } from '../db/pool'
import type { Pool } from '../db/pool'
import { lotById } from '../db/queries/lots'
import { jobById, setJobStatus } from '../db/queries/jobs'
import * as runs from '../db/queries/runs'
import type { Context } from './context'
import { notify } from './context'
import { recipeOf } from './jobs'
import { notFound, Refusal } from './refusal'
import { studioOf } from './studio'

const idOfAnother = () => new Refusal(409, 'That run was started with something else. Go back to Today and start it again.')

/** Nothing chosen: the house's own. */
const HOUSE_SCHOOLS = BLANK_JOB.schools

/** Opens a run that etches a coupon with this bottle. @param id made by the client: sent twice, started once */
export async function startCoupon(context: Context, lotId: string, id: string, order: CouponOrderEntry): Promise<string> {
  return inTransaction(context.pool, async (db) => {
    const lot = await lotById(db, lotId)
    if (!lot || lot.putAway) throw notFound('bottle')
    const again = await runs.runHead(db, id)
    if (again?.coupon && again.lotId === lotId) return id
    if (again) throw idOfAnother()
    const { rules } = await studioOf(db)
    const coupon = couponOfRun(order)
    const asked = { ...order, layout: coupon.layout }
    const { verdict, rows } = judge({ substrate: order.substrate, etchant: lot.kind })
    const refusal
      = refuseCoupon(asked, rules)
        ?? (verdict === 'never'
          ? `${rows[0]!.reason} ${rows[0]!.instead}`
          : etchantKind(lot.kind).method === 'cream'
            ? null
            : 'Coupons are etched with cream. For a liquid or abrasive try a scrap in the run itself.')
    if (refusal) throw new Refusal(400, refusal)
    const plan = planCoupon(asked, lotFacts(lot, dayIn(rules.timeZone, context.now().getTime())), schoolsOf(HOUSE_SCHOOLS, rules), rules)
    if (!(await runs.insertRun(db, { id, jobId: null, coupon, lotId, plan, by: context.by, at: context.now() }))) throw idOfAnother()
    await notify(db, { topic: 'today' })
    return id
  })
}

/** Freezes the job's recipe and opens a run. @param id made by the client: sent twice, started once */
export async function startRun(context: Context, jobId: string, id: string): Promise<string> {
  return inTransaction(context.pool, async (db) => {
    const job = await jobById(db, jobId, true)
    if (!job) throw notFound('job')
    const again = await runs.runHead(db, id)
    if (again?.jobId === jobId) return id
    if (again) throw idOfAnother()
    if (job.status !== 'planned')
      throw new Refusal(409, job.status === 'running' ? 'This job is on the bench already.' : 'This job is closed. Plan a new one.')
    const { plan, refusals } = await recipeOf(db, job, context.now())
    if (!plan) throw new Refusal(409, refusals.join(' '))
    // The same id may have been taken between the look and this: then nothing is started.
    if (!(await runs.insertRun(db, { id, jobId, coupon: null, lotId: job.lotId, plan, by: context.by, at: context.now() })))
      throw idOfAnother()
    await setJobStatus(db, jobId, 'running')
    await notify(db, { topic: 'today' })
    return id
  })
}

/** Open runs with all their events. */
export async function openRunsWithEvents(pool: Pool, now: Date): Promise<RunWithEvents[]> {
  const heads = await runs.openRuns(pool)
  const ids = heads.map(h => h.id)
  const [events, conflicts] = await Promise.all([runs.eventsOfRuns(pool, ids), runs.conflictsOfRuns(pool, ids)])
  return heads.map(head => ({ ...head, events: events.get(head.id)!, conflicts: conflicts.get(head.id)!, serverTime: now.getTime() }))
}

/** @param after only events after this number: whoever asks has the others */
export async function runWithEvents(pool: Pool, id: string, now: Date, after = 0): Promise<RunWithEvents> {
  const head = await runs.runHead(pool, id)
  if (!head) throw notFound('run')
  const [events, conflicts] = await Promise.all([runs.eventsOfRuns(pool, [id], after), runs.conflictsOfRuns(pool, [id])])
  return { ...head, events: events.get(id)!, conflicts: conflicts.get(id)!, serverTime: now.getTime() }
}
