import { capital } from '#core/basics/units'
import type { Counted, Rate } from '#core/bench/works'
import { SCHOOL_TABLES } from '#core/trade/house'
import { etchantKind, resistKind, substrateKind } from '#core/trade/materials'
import type { EtchantKindId, ResistId, SubstrateId } from '#core/trade/materials'
import type { Factor, Works } from '#shared/works'

const SURFACE_WORDS: Record<string, string> = { flat: 'Flat', cylinder: 'Straight', taper: 'Tapered', bowl: 'Bowl' }

/** What a kind is called, by what runs are told apart by. */
export function kindName(by: Factor, { key, name }: Works['tallies'][number]): string {
  switch (by) {
    case 'substrate':
      return capital(substrateKind(key as SubstrateId).name)
    case 'resist':
      return capital(resistKind(key as ResistId).name)
    case 'etchant':
      return capital(etchantKind(key as EtchantKindId).name)
    case 'school':
      return SCHOOL_TABLES.dwell.find(s => s.id === key)?.text ?? key
    case 'surface':
      return SURFACE_WORDS[key] ?? key
    default:
      return name ?? key
  }
}

const share = (part: number, of: number) => `${Math.round((100 * part) / of)} %`

/** What is more than chance, in a sentence. */
export function findingWords(name: string, rate: Rate, counted: Counted = 'good'): string {
  const { pieces, rest, verdict } = rate
  const more = (verdict === 'better') === (counted === 'good')
  const often = `${name}: ${counted} ${more ? 'more' : 'less'} often than the rest`
  return `${often}, ${share(rate[counted], pieces)} of ${pieces} pieces against ${share(rest[counted], rest.pieces)} of ${rest.pieces}.`
}
