import { dayIn } from '#core/basics/zone'
import { judge } from '#core/trade/compatibility'
import { planCoupon, refuseCoupon } from '#core/plan/coupon'
import { remarksSaid } from '#core/plan/remarks'
import { etchantKind } from '#core/trade/materials'
import { couponOfRun } from '#shared/coupons'
import type { CouponOrderEntry } from '#shared/coupons'
import { capital } from '#core/basics/units'
import { BLANK_PLAN } from '#shared/jobs'
import { owed, ready } from '#shared/passes'
import type { Pass } from '#shared/passes'
import { lotFacts, schoolsOf } from '#shared/recipe'
import type { RunWithEvents } from '#shared/runs'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import { lotById } from '../db/queries/lots'
import { passById, setPassStatus } from '../db/queries/jobs'
import { eventsOfRuns } from '../db/queries/events'
import * as runs from '../db/queries/runs'
import type { Context } from './context'
import { notify } from './context'
import { recipeOf } from './jobs'
import { notFound, Refusal } from './refusal'
import { studioOf } from './studio'

const idOfAnother = () => new Refusal(409, 'That run was started with something else. Go back to Today and start it again.')

/** Nothing chosen: the house's own. */
const HOUSE_SCHOOLS = BLANK_PLAN.schools

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
    if (!(await runs.insertRun(db, { id, passId: null, coupon, lotId, plan, by: context.by, at: context.now() }))) throw idOfAnother()
    await notify(db, { topic: 'today' })
    return id
  })
}

/** Why this pass can't be begun now; null when it can. */
function refuseStart(pass: Pass, numbers: readonly number[]): string | null {
  if (pass.status === 'running') return 'This job is on the bench already.'
  if (pass.status !== 'planned') return 'This job is closed. Plan a new one.'
  const early = numbers.find(n => !ready(pass).includes(n))
  if (early === undefined) return null
  return pass.before!.status === 'running'
    ? `${capital(pass.noun)} ${early} is still in pass ${pass.no - 1}. It has to be rinsed, dry and judged before pass ${pass.no}.`
    : `${capital(pass.noun)} ${early} has not been through pass ${pass.no - 1} yet. Do that first.`
}

/** The pieces that go now. @throws Refusal where one of them is not owed */
function piecesNow(pass: Pass, asked: readonly number[] | undefined): number[] {
  const open = owed(pass)
  // Those that can; where none can, the refusal says what they wait for.
  if (asked === undefined) return ready(pass).length > 0 ? ready(pass) : open
  const wrong = asked.find(n => !open.includes(n))
  if (wrong !== undefined)
    throw new Refusal(409, `${capital(pass.noun)} ${wrong} has been through this pass already, or there is none. Reload the page.`)
  return [...new Set(asked)].sort((a, b) => a - b)
}

/**
 * Freezes the recipe of a pass and opens a run of it.
 * @param id made by the client: sent twice, started once
 * @param asked numbers of the pieces that go now; all that may begin where nothing is said
 */
export async function startRun(context: Context, passId: string, id: string, asked?: readonly number[]): Promise<string> {
  return inTransaction(context.pool, async (db) => {
    await runs.lockJobOfPass(db, passId)
    const pass = await passById(db, passId)
    if (!pass) throw notFound('job')
    const again = await runs.runHead(db, id)
    if (again?.passId === passId) return id
    if (again) throw idOfAnother()
    const numbers = pass.status === 'planned' ? piecesNow(pass, asked) : []
    const refusal = refuseStart(pass, numbers)
    if (refusal) throw new Refusal(409, refusal)
    const { plan, refusals } = await recipeOf(db, pass, context.now(), numbers)
    if (!plan) throw new Refusal(409, remarksSaid(refusals).join(' '))
    // The same id may have been taken between the look and this: then nothing is started.
    if (!(await runs.insertRun(db, { id, passId, coupon: null, lotId: pass.lotId, plan, by: context.by, at: context.now() })))
      throw idOfAnother()
    await setPassStatus(db, passId, 'running')
    await notify(db, { topic: 'today' })
    return id
  })
}

/** Open runs with all their events. */
export async function openRunsWithEvents(pool: Pool, now: Date): Promise<RunWithEvents[]> {
  const heads = await runs.openRuns(pool)
  const ids = heads.map(h => h.id)
  const [events, conflicts] = await Promise.all([eventsOfRuns(pool, ids), runs.conflictsOfRuns(pool, ids)])
  return heads.map(head => ({ ...head, events: events.get(head.id)!, conflicts: conflicts.get(head.id)!, serverTime: now.getTime() }))
}

/** @param after only events after this number: whoever asks has the others */
export async function runWithEvents(pool: Db, id: string, now: Date, after = 0): Promise<RunWithEvents> {
  const head = await runs.runHead(pool, id)
  if (!head) throw notFound('run')
  const [events, conflicts] = await Promise.all([eventsOfRuns(pool, [id], after), runs.conflictsOfRuns(pool, [id])])
  return { ...head, events: events.get(id)!, conflicts: conflicts.get(id)!, serverTime: now.getTime() }
}
