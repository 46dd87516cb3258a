import type { WasteId, WasteRule } from '#core/trade/waste'
import type { Container, ContainerEntry, ContainerLine, LeaveEntry, WasteRuleEntry } from '#shared/tubs'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const CONTAINER = `id, name, content, capacity, place, opened_on as "openedOn", full_by as "fullBy", left_on as "leftOn",
  left_to as "leftTo",
  left_rule as "leftRule", label_no as "labelNo", version,
  (select coalesce(sum(amount), 0)::float8 from container_event where container_id = container.id) as level`

/** A page of them: those in the studio by name, then those that left, the latest first. @param after the last row of the page before */
export async function listContainers(db: Db, after: string | null): Promise<Container[]> {
  const { rows } = await db.query<Container>(
    `select ${CONTAINER} from container
      where ($1::uuid is null or (left_on is not null, label_no) > (select left_on is not null, label_no from container where id = $1))
      order by left_on is not null, label_no limit $2`,
    [after, PAGE_ROWS],
  )
  return rows
}

export async function containerById(db: Db, id: string, lock = false): Promise<Container | undefined> {
  if (lock) await db.query('select 1 from container where id = $1 for update', [id])
  return (await db.query<Container>(`select ${CONTAINER} from container where id = $1`, [id])).rows[0]
}

/** @returns false when this id is known already */
export async function insertContainer(db: Db, id: string, c: ContainerEntry): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into container (id, name, content, capacity, place, opened_on, full_by) values ($1, $2, $3, $4, $5, $6, $7)
      on conflict (id) do nothing`,
    [id, c.name, c.content, c.capacity, c.place, c.openedOn, c.fullBy],
  )
  return rowCount === 1
}

export async function setLeft(db: Db, id: string, entry: LeaveEntry): Promise<boolean> {
  const { rowCount } = await db.query(
    `update container set left_on = $2, left_to = $3, left_rule = $4, version = version + 1
      where id = $1 and version = $5 and left_on is null`,
    [id, entry.leftOn, entry.leftTo, entry.leftRule, entry.version],
  )
  return rowCount === 1
}

export interface NewLine {
  id: string
  containerId: string
  kind: WasteId
  amount: number
  note: string
  tubId: string | null
}
/** @returns false when this id is known already */
export async function insertContainerLine(db: Db, line: NewLine, by: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into container_event (id, container_id, kind, amount, note, tub_id, by_person, at) values ($1, $2, $3, $4, $5, $6, $7, $8)
      on conflict (id) do nothing`,
    [line.id, line.containerId, line.kind, line.amount, line.note, line.tubId, by, at],
  )
  return rowCount === 1
}

/** What was put into a container, the latest first. */
export async function containerLines(db: Db, id: string, after: string | null): Promise<ContainerLine[]> {
  const { rows } = await db.query<ContainerLine>(
    `select id, kind, amount, note, tub_id as "tubId", by_person as by, at from container_event
      where container_id = $1 and ($2::uuid is null or (at, id) < (select at, id from container_event where id = $2))
      order by at desc, id desc limit $3`,
    [id, after, PAGE_ROWS],
  )
  return rows
}

export async function wasteRules(db: Db): Promise<WasteRule[]> {
  return (await db.query<WasteRule>('select content, way, words, source, by_person as by, at from waste_rule order by content')).rows
}

export async function wasteRule(db: Db, content: WasteId): Promise<WasteRule | null> {
  const { rows } = await db.query<WasteRule>('select content, way, words, source, by_person as by, at from waste_rule where content = $1', [
    content,
  ])
  return rows[0] ?? null
}

/** @param rule null takes it away again */
export async function setWasteRule(db: Db, content: WasteId, rule: WasteRuleEntry | null, by: string, at: Date): Promise<void> {
  if (rule === null) return void (await db.query('delete from waste_rule where content = $1', [content]))
  await db.query(
    `insert into waste_rule (content, way, words, source, by_person, at) values ($1, $2, $3, $4, $5, $6)
      on conflict (content) do update set way = $2, words = $3, source = $4, by_person = $5, at = $6`,
    [content, rule.way, rule.words, rule.source, by, at],
  )
}
