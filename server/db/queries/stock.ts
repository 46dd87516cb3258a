import type { Move, StockKindId } from '#core/trade/stock'
import type { StockItem, TakenByRun } from '#shared/stock'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

/** What is there of a thing on the shelf: the sum of its movements. @param id an expression of SQL */
export const levelSql = (id: string): string => `(select coalesce(sum(change), 0)::float8 from movement where stock_id = ${id})`

/** What stands behind a line of the ledger. */
export interface MoveCause {
  runId?: string | null
  sheetId?: string | null
  tubId?: string | null
  otherId?: string | null
  note?: string | null
}

export async function insertStock(db: Db, id: string, kind: StockKindId, at: Date): Promise<boolean> {
  const { rowCount } = await db.query('insert into stock (id, kind, created_at) values ($1, $2, $3) on conflict (id) do nothing', [
    id,
    kind,
    at,
  ])
  return rowCount === 1
}

/**
 * Holds a thing on the shelf until the transaction ends, and says what is there. The level is asked for by a statement of its own: one
 * that waited for the lock would still see the level of before.
 * @returns undefined when there is no such thing
 */
export async function lockLevel(db: Db, id: string): Promise<number | undefined> {
  const { rowCount } = await db.query('select 1 from stock where id = $1 for update', [id])
  if (rowCount === 0) return undefined
  return (await db.query<{ level: number }>(`select ${levelSql('$1')} as level`, [id])).rows[0]!.level
}

/** Writes lines into the ledger. @param moves ids made by whoever enters them: sent twice, written once */
export async function insertMoves(
  db: Db,
  stockId: string,
  moves: readonly (Move & { id: string })[],
  cause: MoveCause,
  by: string,
  at: Date,
): Promise<void> {
  for (const { id, kind, change } of moves)
    await db.query(
      `insert into movement (id, stock_id, change, kind, note, run_id, sheet_id, other_id, by_person, at, tub_id)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [
        id,
        stockId,
        change,
        kind,
        cause.note ?? null,
        cause.runId ?? null,
        cause.sheetId ?? null,
        cause.otherId ?? null,
        by,
        at,
        cause.tubId ?? null,
      ],
    )
}

/** Whether a line with this id is in the ledger already. */
export async function moveExists(db: Db, id: string): Promise<boolean> {
  return (await db.query('select 1 from movement where id = $1', [id])).rowCount === 1
}

const LINE = `m.id, m.stock_id as "stockId", m.change::float8, m.kind, m.note, m.run_id as "runId", m.sheet_id as "sheetId",
  m.tub_id as "tubId", m.other_id as "otherId", m.by_person as by, m.at`
// Two packs of gloves differ by their size only: it belongs to what they are called.
const NAME = `coalesce(lot.product_name, roll.name, supply.name || coalesce(', ' || (supply.details ->> 'material'), '')
  || coalesce(', size ' || (supply.details ->> 'size'), ''))`
const NAMED = `left join lot on lot.id = s.id left join roll on roll.id = s.id left join supply on supply.id = s.id`

/**
 * A page of the ledger, the latest first. @param stockId of one thing, or null for all @param after the last line of the page before
 * @returns LedgerLine[] as JSON, written by the database: here it would only be taken apart to be put together again
 */
export async function ledgerPage(db: Db, stockId: string | null, after: string | null): Promise<string> {
  const [one, from] = [stockId !== null, after !== null]
  const { rows } = await db.query<{ page: string }>({
    // Planned once: with its joins that costs as much as the page itself.
    name: `ledger${one ? '-of-one' : ''}${from ? '-from' : ''}`,
    text: `select coalesce(json_agg(line), '[]')::text as page from (
      select ${LINE}, s.kind as stock, ${NAME} as name, s.label_no as "labelNo"
      from movement m join stock s on s.id = m.stock_id ${NAMED}
      where ${one ? 'm.stock_id = $2' : 'true'}
        ${from ? `and (m.at, m.id) < (select at, id from movement where id = ${one ? '$3' : '$2'})` : ''}
      order by m.at desc, m.id desc limit $1) line`,
    values: [PAGE_ROWS, ...(one ? [stockId] : []), ...(from ? [after] : [])],
  })
  return rows[0]!.page
}

const ITEM = `s.id, s.kind, s.label_no as "labelNo", s.reorder::float8, ${NAME} as name, ${levelSql('s.id')} as level,
  coalesce(lot.size, supply.pack)::float8 as pack,
  coalesce(lot.put_away, roll.put_away, supply.put_away) as "putAway"`

/** A page of everything on the shelf, whatever its kind, by label. Things put away are left out. */
export async function listStock(db: Db, after: string | null): Promise<StockItem[]> {
  const { rows } = await db.query<StockItem>(
    `select ${ITEM} from stock s ${NAMED}
      where not coalesce(lot.put_away, roll.put_away, supply.put_away)
        and ($1::uuid is null or s.label_no > (select label_no from stock where id = $1))
      order by s.label_no limit $2`,
    [after, PAGE_ROWS],
  )
  return rows
}

export async function stockById(db: Db, id: string): Promise<StockItem | undefined> {
  return (await db.query<StockItem>(`select ${ITEM} from stock s ${NAMED} where s.id = $1`, [id])).rows[0]
}

/** Who edits a thing on the shelf has to have seen its level: a form filled in before is told. */
export async function touch(db: Db, id: string): Promise<void> {
  await db.query('update lot set version = version + 1 where id = $1', [id])
  await db.query('update supply set version = version + 1 where id = $1', [id])
}

export async function setReorder(db: Db, id: string, reorder: number | null): Promise<boolean> {
  return (await db.query('update stock set reorder = $2 where id = $1', [id, reorder])).rowCount === 1
}

/**
 * The lot of a kind to take from: what has anything in it and is in date, opened and oldest first. Locked by whoever takes.
 * @param today YYYY-MM-DD
 */
export async function firstOfKind(db: Db, kind: StockKindId, today: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(
    `select s.id from stock s join supply on supply.id = s.id
      where s.kind = $1 and not supply.put_away
      order by (${levelSql('s.id')} > 0) desc, (supply.expires_on < $2) is true,
        supply.opened_on nulls last, supply.expires_on nulls last, s.label_no limit 1`,
    [kind, today],
  )
  return rows[0]?.id ?? null
}

/** Where blanks of this shape stand; null where nobody counts them. */
export async function firstOfBlank(db: Db, blankId: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>('select id from supply where blank_id = $1 and not put_away order by id limit 1', [
    blankId,
  ])
  return rows[0]?.id ?? null
}

/**
 * What lines of the ledger took, thing by thing, with what one mL, g, mm or piece of it costs.
 * @param which of `$1` @param share how much of a line counts
 */
const takenSql = (which: string, share = '1') => `select s.id, s.kind, ${NAME} as name, taken.change,
  coalesce(coalesce(lot.price, supply.price)::float8 / coalesce(lot.size, supply.pack)::float8,
    roll.price_m2::float8 * roll.width / 1e6) as price
  from (select stock_id, sum(change * ${share})::float8 as change from movement
    where ${which} and kind <> 'found' group by stock_id) taken
    join stock s on s.id = taken.stock_id ${NAMED}
  order by s.label_no`

/** What a run took off the shelf and gave back, by thing, with the price of one unit of it; null for film that has none on it. */
export async function takenByRun(db: Db, runId: string): Promise<TakenByRun[]> {
  return (await db.query<TakenByRun>(takenSql('run_id = $1'), [runId])).rows
}

/** What the runs of a job took off the shelf, and its cut sheets, of each as much as went to its pieces. */
export async function takenByJob(db: Db, jobId: string): Promise<TakenByRun[]> {
  const ofSets = '(select id from piece_set where job_id = $1)'
  const which = `(run_id in (select run.id from run join pass on pass.id = run.pass_id where pass.set_id in ${ofSets})
    or sheet_id in (select sheet_id from sheet_set where set_id in ${ofSets}))`
  const ours = `(select sum(o.share) from sheet_set o where o.sheet_id = movement.sheet_id and o.set_id in ${ofSets})`
  return (await db.query<TakenByRun>(takenSql(which, `coalesce(${ours}, 1)`), [jobId])).rows
}

/** The roll that film of a resist is taken from where no sheet was cut: the longest that is no scrap. */
export async function rollOfResist(db: Db, resist: string): Promise<{ id: string, width: number } | null> {
  const { rows } = await db.query<{ id: string, width: number }>(
    `select id, width from roll where resist = $1 and not put_away order by scrap, ${levelSql('roll.id')} desc, id limit 1`,
    [resist],
  )
  return rows[0] ?? null
}
