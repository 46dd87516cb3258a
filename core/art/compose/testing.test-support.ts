import type { ComposedPart } from './index'

/** A part that stands alone, joined, unless something else is said. */
export const part = (area: ComposedPart['area'], change: Partial<ComposedPart> = {}): ComposedPart => ({
  area,
  against: null,
  side: 'centre',
  gap: 0,
  right: 0,
  up: 0,
  how: 'join',
  margin: 0,
  follow: 'outline',
  ...change,
})
