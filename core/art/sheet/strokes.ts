/** Letters and digits of one stroke, for the pen of a cutter: a box of 4 by 6 units, y down. Only what marks need. */
const GLYPHS: Record<string, number[][]> = {
  'T': [
    [0, 0, 4, 0],
    [2, 0, 2, 6],
  ],
  'O': [[0, 1, 1, 0, 3, 0, 4, 1, 4, 5, 3, 6, 1, 6, 0, 5, 0, 1]],
  'P': [[0, 6, 0, 0, 3, 0, 4, 1, 4, 2, 3, 3, 0, 3]],
  '0': [
    [0, 1, 1, 0, 3, 0, 4, 1, 4, 5, 3, 6, 1, 6, 0, 5, 0, 1],
    [3.4, 1, 0.6, 5],
  ],
  '1': [
    [1, 1, 2, 0, 2, 6],
    [1, 6, 3, 6],
  ],
  '2': [[0, 1, 1, 0, 3, 0, 4, 1, 4, 2, 0, 6, 4, 6]],
  '3': [[0, 0, 4, 0, 2, 2.5, 3, 2.5, 4, 3.5, 4, 5, 3, 6, 1, 6, 0, 5]],
  '4': [[3, 6, 3, 0, 0, 4, 4, 4]],
  '5': [[4, 0, 0, 0, 0, 2.5, 3, 2.5, 4, 3.5, 4, 5, 3, 6, 0, 6]],
  '6': [[3, 0, 1, 1.5, 0, 3.5, 0, 5, 1, 6, 3, 6, 4, 5, 4, 4, 3, 3, 1, 3, 0, 4]],
  '7': [[0, 0, 4, 0, 1.5, 6]],
  '8': [[1, 3, 0, 2, 0, 1, 1, 0, 3, 0, 4, 1, 4, 2, 3, 3, 1, 3, 0, 4, 0, 5, 1, 6, 3, 6, 4, 5, 4, 4, 3, 3]],
  '9': [[4, 2, 3, 3, 1, 3, 0, 2, 0, 1, 1, 0, 3, 0, 4, 1, 4, 2.5, 3, 4.5, 1, 6]],
  '/': [[0, 6, 4, 0]],
  ' ': [],
}

/** A short mark as open lines. @param height mm of a capital @returns lines of x and y by turns, from (x, y) as its left top */
export function markStrokes(text: string, x: number, y: number, height: number): Float64Array[] {
  const k = height / 6
  return [...text].flatMap((letter, i) =>
    (GLYPHS[letter] ?? []).map(line => Float64Array.from(line, (v, n) => (n % 2 === 0 ? x + (i * 5.6 + v) * k : y + v * k))),
  )
}
