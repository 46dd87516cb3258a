/** Art that cannot be read: what is wrong, where, and what to do about it. */
export class ArtRefused extends Error {
  constructor(message: string, readonly line: number | null = null) {
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
  /** Points after flattening. */
  points: 400_000,
} as const
