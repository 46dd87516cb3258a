import type { Paper, PaperHead } from '#shared/papers'
import type { Db } from '../pool'

const PAPER = 'id, kind, name, by_person as by, at'
/** Of one product or container: more nobody reads. */
const MOST = 50

/** Papers of a product or a container, the newest first. @param of the product as its label calls it, or the container's id */
export async function listPapers(db: Db, of: { product: string } | { container: string }): Promise<Paper[]> {
  const [where, value] = 'product' in of ? ['product = lower($1)', of.product] : ['container_id = $1', of.container]
  const { rows } = await db.query<Paper>(
    `select ${PAPER} from paper where ${where} and not put_away order by at desc, id desc limit ${MOST}`,
    [value],
  )
  return rows
}

export async function paperFile(db: Db, id: string): Promise<{ file: Buffer, name: string } | undefined> {
  return (await db.query<{ file: Buffer, name: string }>('select file, name from paper where id = $1', [id])).rows[0]
}

/** Kept once, however often it is sent. */
export async function insertPaper(db: Db, head: PaperHead, file: Buffer, by: string, at: Date): Promise<void> {
  await db.query(
    `insert into paper (id, product, container_id, kind, name, file, by_person, at) values ($1, lower($2), $3, $4, $5, $6, $7, $8)
      on conflict (id) do nothing`,
    [head.id, head.product ?? null, head.container ?? null, head.kind, head.name, file, by, at],
  )
}

/** @returns false where there is none */
export async function putPaperAway(db: Db, id: string): Promise<boolean> {
  return (await db.query('update paper set put_away = true where id = $1', [id])).rowCount === 1
}
