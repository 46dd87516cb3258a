export { rankChains } from './chains'
export type { RankedChain, RankInput, Ranking, ShelfLot } from './chains'
export { LEANINGS } from './leanings'
