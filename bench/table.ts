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

/** Widths of the columns; what is longer moves the rest of its row. */
const WIDTHS = [72, 24, 62, 6]
const line = (cells: readonly string[]) => console.log(cells.map((cell, i) => cell.padEnd(WIDTHS[i] ?? 0)).join('  ').trimEnd())

/** Prints the table as it grows: a row as soon as its part is measured. */
export function table() {
  line(['figure', 'measured', 'reference in the same run', 'ratio', 'aim'])
  return {
    add: ({ name, figure, reference, ratio, aim = '' }: Row) =>
      line([name, figure, reference, Number.isFinite(ratio) ? ratio.toFixed(2) : '-', aim]),
    /** A part that could not be measured is a row as well. */
    failed: (part: string, error: unknown) => line([`${part}: failed`, (error as Error).message]),
  }
}
