/** One thing on the shelf as buying looks at it. Amounts in its own unit. */
export interface StockNeed {
  id: string
  level: number
  /** To be bought again when there is less; null: nobody watches it. */
  reorder: number | null
  /** What one pack holds. */
  pack: number
  /** What the planned passes of the coming time ask of it. */
  planned: number
}

export interface BuyLine {
  id: string
  /** How many packs bring it up again. */
  packs: number
  /** Why: the planned work takes more than there is, or little is left. */
  why: 'runs-out' | 'low'
  /** What is left once the planned work is done; below 0 is what is missing. */
  after: number
}

/**
 * What to buy: whatever the planned work would bring to nothing or below its reorder point, in whole packs, what is missing first.
 */
export function toBuy(needs: readonly StockNeed[]): BuyLine[] {
  const lines = needs.flatMap((need): BuyLine[] => {
    const after = need.level - need.planned
    const least = need.reorder ?? 0
    if (after >= least || (need.planned === 0 && need.reorder === null)) return []
    const packs = Math.max(1, Math.ceil((least - after) / need.pack - 1e-9))
    return [{ id: need.id, packs, why: after < 0 ? 'runs-out' : 'low', after }]
  })
  return lines.sort((a, b) => (a.why === b.why ? a.after - b.after : a.why === 'runs-out' ? -1 : 1))
}
