/** What this studio's own log shows of one choice, against the others it made on the same substrate; what chance could make is none. */
export interface LogFinding {
  /** Which resist, by its id, or which bottle or bag. */
  of: 'resist' | 'lot'
  key: string
  verdict: 'better' | 'worse'
  good: number
  pieces: number
  rest: { good: number, pieces: number }
}

/** As much as a plain advantage of the trade: one's own record moves a choice up or down, and decides nothing alone. */
const POINTS = 12

const share = (part: number, of: number) => `${Math.round((100 * part) / of)} %`

/** What a finding adds to a choice. */
export function findingSays({ verdict, good, pieces, rest }: LogFinding): { points: number, reason: string } {
  const against = `${share(good, pieces)} of ${pieces} good, with others ${share(rest.good, rest.pieces)} of ${rest.pieces}`
  return verdict === 'better'
    ? { points: POINTS, reason: `Your log speaks for it: ${against}.` }
    : { points: -POINTS, reason: `Your log speaks against it: ${against}.` }
}
