import type { WorkLimits } from '../../basics/outline'

/** Art that cannot be read: what is wrong, where, and what to do about it. */
export class ArtRefused extends Error {
  constructor(
    message: string,
    readonly line: number | null = null,
  ) {
    super(line === null ? message : `Line ${line}: ${message}`)
  }
}

/** How large a drawing may be. Each limit is far above honest art. */
export const ART_LIMITS = {
  /** Letters of the file: with its quotes escaped it has to fit into a request. */
  size: 1_200_000,
  depth: 64,
  elements: 20_000,
  /** Shapes drawn, those that are used again counted again. */
  shapes: 20_000,
  /** Elements looked at, those that are used again counted again: a use costs even where it draws nothing. */
  visits: 100_000,
  /** Points after flattening, and pieces of paths before it. */
  points: 400_000,
  /** Letters of one value that is no path: a length, a colour, a name. */
  value: 200,
  /** Rules of compound or nested selectors, and looks at elements that they may take together. */
  nestedRules: 2000,
  looks: 2_000_000,
} as const

/**
 * What joining the lines of a drawing may cost: about half a second each. A mesh of a hundred by a hundred, or a hatching of five
 * hundred lines, is within.
 */
export const ART_WORK: WorkLimits = { looks: 16_000_000, crossings: 60_000 }
