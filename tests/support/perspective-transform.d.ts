declare module 'perspective-transform' {
  /** Takes four places to four others; each list holds x and y by turns. */
  export default function perspective(from: number[], to: number[]): { transform: (x: number, y: number) => [number, number] }
}
