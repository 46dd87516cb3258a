declare module 'wilson-score-interval' {
  /** Interval of a rate, 95 %. */
  export default function wilson(successes: number, total: number): { left: number, right: number }
}
