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

/** Runs both by turns, so that a machine that drifts drifts for both. @returns median of each, ms */
export async function byTurns(rounds: number, ours: () => Promise<unknown>, theirs: () => Promise<unknown>): Promise<[number, number]> {
  const times: [number[], number[]] = [[], []]
  for (let i = 0; i <= rounds; i++) {
    for (const [k, work] of [ours, theirs].entries()) {
      const start = performance.now()
      await work()
      // The first round warms both up and does not count.
      if (i > 0) times[k]!.push(performance.now() - start)
    }
  }
  return [median(times[0]), median(times[1])]
}

export function print(rows: Row[]): void {
  const cells = [
    ['figure', 'measured', 'reference in the same run', 'ratio', 'aim'],
    ...rows.map(r => [r.name, r.figure, r.reference, Number.isFinite(r.ratio) ? r.ratio.toFixed(2) : '-', r.aim ?? '']),
  ]
  const widths = cells[0]!.map((_, i) => Math.max(...cells.map(row => row[i]!.length)))
  for (const row of cells) console.log(row.map((cell, i) => cell.padEnd(widths[i]!)).join('  '))
}
