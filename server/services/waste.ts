import { mayGoIn, NEVER_DRAINED, wasteAmount, wasteKind } from '#core/trade/waste'
import type { WasteId, WasteRule } from '#core/trade/waste'
import type { Container, ContainerEntry, LeaveEntry, PutIn, WasteRuleEntry } from '#shared/tubs'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as waste from '../db/queries/waste'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, notFound, Refusal } from './refusal'

export async function addContainer(context: Context, id: string, entry: ContainerEntry): Promise<Container> {
  return inTransaction(context.pool, async (db) => {
    if (await waste.insertContainer(db, id, entry)) await notify(db, { topic: 'tubs' })
    return (await waste.containerById(db, id))!
  })
}

export async function oneContainer(db: Db, id: string): Promise<Container> {
  const found = await waste.containerById(db, id)
  if (!found) throw notFound('container')
  return found
}

/** Puts waste into a container. @throws Refusal where it does not belong there or does not fit */
export async function putInto(context: Context, db: Db, line: waste.NewLine): Promise<void> {
  const container = await waste.containerById(db, line.containerId, true)
  if (!container) throw notFound('container')
  if (container.leftOn !== null) throw new Refusal(409, 'This container has left the studio. Choose another.')
  const placing = mayGoIn(container.content as WasteId, line.kind)
  if (!placing.ok) throw new Refusal(409, `${wasteKind(line.kind).name} never goes in here. ${placing.why}`, { kind: placing.why })
  const room = container.capacity - container.level
  if (line.amount > room + 1e-9)
    throw new Refusal(409, `${container.name} takes only ${wasteAmount(line.kind, Math.max(0, room))} more. Open another container.`, {
      amount: 'More than fits.',
    })
  await waste.insertContainerLine(db, line, context.by, context.now())
}

export async function fillContainer(context: Context, id: string, entry: PutIn): Promise<Container> {
  return inTransaction(context.pool, async (db) => {
    const lines = await waste.containerLines(db, id, null)
    if (!lines.some(l => l.id === entry.id)) await putInto(context, db, { ...entry, containerId: id, tubId: null })
    await notify(db, { topic: 'tubs' })
    return oneContainer(db, id)
  })
}

/** A container leaves: on which day, to whom, under which rule. */
export async function containerLeft(context: Context, id: string, entry: LeaveEntry): Promise<Container> {
  return inTransaction(context.pool, async (db) => {
    const before = await oneContainer(db, id)
    if (before.leftOn !== null) return before
    if (!(await waste.setLeft(db, id, entry))) throw editedMeanwhile()
    await notify(db, { topic: 'tubs' })
    return oneContainer(db, id)
  })
}

export async function writeRule(context: Context, content: WasteId, rule: WasteRuleEntry | null): Promise<WasteRule[]> {
  if (context.role !== 'lead') throw leadsOnly()
  if (rule?.way === 'drain' && NEVER_DRAINED.includes(content))
    throw new Refusal(400, 'No rule of the house sends this down a drain. Collect it.', { way: 'Collect it.' })
  return inTransaction(context.pool, async (db) => {
    await waste.setWasteRule(db, content, rule, context.by, context.now())
    await notify(db, { topic: 'tubs' })
    return waste.wasteRules(db)
  })
}
