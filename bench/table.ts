/** One row: what was measured, the figure, the outside reference measured in the same run, and their ratio. */
export interface Row {
  name: string
  figure: string
  reference: string
  ratio: number
  aim?: string
}

export function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

type Work = () => Promise<unknown>

/** Runs them by turns, so that a machine that drifts drifts for all. @returns median of each, ms */
export async function byTurns<W extends [Work, Work, ...Work[]]>(rounds: number, ...works: W): Promise<{ [K in keyof W]: number }> {
  const times = works.map((): number[] => [])
  for (let i = 0; i <= rounds; i++) {
    for (const [k, work] of works.entries()) {
      const start = performance.now()
      await work()
      // The first round warms them up and does not count.
      if (i > 0) times[k]!.push(performance.now() - start)
    }
  }
  return times.map(median) as { [K in keyof W]: number }
}

export function print(rows: Row[]): void {
  const cells = [
    ['figure', 'measured', 'reference in the same run', 'ratio', 'aim'],
    ...rows.map(r => [r.name, r.figure, r.reference, Number.isFinite(r.ratio) ? r.ratio.toFixed(2) : '-', r.aim ?? '']),
  ]
  const widths = cells[0]!.map((_, i) => Math.max(...cells.map(row => row[i]!.length)))
  for (const row of cells) console.log(row.map((cell, i) => cell.padEnd(widths[i]!)).join('  '))
}
