import type { EtchantKindId, ResistId, SubstrateId } from '../materials'
import { CARES } from './cares'
import type { Care } from './cares'
import { COMPATIBILITY, VERDICTS } from './table'
import type { CompatibilityRow, Condition, Surface, Verdict } from './table'

/** What is known of the art and its place; null where nobody said. */
export interface Circumstances {
  surface: Surface
  depth: 'surface' | 'deep'
  /** mm */
  finest: number | null
  /** mm² of one piece */
  openArea: number | null
}

export const PLAIN: Circumstances = { surface: 'cylinder', depth: 'surface', finest: null, openArea: null }

export interface Chain {
  substrate: SubstrateId
  etchant: EtchantKindId
  resist: ResistId
}

export interface Judgement {
  /** The worst that any row says. */
  verdict: Verdict
  /** Rows that speak of this chain, the worst first. */
  rows: CompatibilityRow[]
  /** What "with care" asks for, each once. */
  cares: Care[]
}

/** Sorts the worst verdict first. */
const worse = (a: Verdict, b: Verdict): number => VERDICTS.indexOf(b) - VERDICTS.indexOf(a)

function holds(when: Condition | undefined, at: Circumstances): boolean {
  if (!when) return true
  return (
    (!when.surfaces || when.surfaces.includes(at.surface))
    && (!when.depth || when.depth === at.depth)
    && (when.finestBelow === undefined || (at.finest !== null && at.finest < when.finestBelow))
    && (when.openAbove === undefined || (at.openArea !== null && at.openArea > when.openAbove))
  )
}

const speaksOf = (row: CompatibilityRow, chain: Partial<Chain>) =>
  (!row.substrates || (chain.substrate !== undefined && row.substrates.includes(chain.substrate)))
  && (!row.etchants || (chain.etchant !== undefined && row.etchants.includes(chain.etchant)))
  && (!row.resists || (chain.resist !== undefined && row.resists.includes(chain.resist)))

/** What the table says of a chain, or of a part of one: rows that need the missing part stay silent. */
export function judge(chain: Partial<Chain>, at: Circumstances = PLAIN): Judgement {
  const rows = COMPATIBILITY.filter(row => speaksOf(row, chain) && holds(row.when, at)).sort((a, b) => worse(a.verdict, b.verdict))
  const ids = [...new Set(rows.flatMap(row => (row.verdict === 'with care' ? (row.cares ?? []) : [])))]
  return { verdict: rows[0]?.verdict ?? 'works', rows, cares: ids.map(id => CARES[id]) }
}

/** What a row of the table says of a chain, by its id; {@link rowWords} says it. */
export interface RowRemark {
  code: 'row'
  row: string
}

/** What rows of this verdict say; empty when none speaks. */
export const saidBy = (judgement: Judgement, verdict: Verdict): RowRemark[] =>
  judgement.rows.filter(r => r.verdict === verdict).map(r => ({ code: 'row', row: r.id }))

/** Why a chain is out of the question; empty when it is not. */
export const walls = (judgement: Judgement): RowRemark[] => saidBy(judgement, 'never')

/** The reason of a row, and what to do instead. */
export function rowWords({ row }: RowRemark): string {
  const { reason, instead } = COMPATIBILITY.find(r => r.id === row)!
  return `${reason} ${instead ?? ''}`.trim()
}
