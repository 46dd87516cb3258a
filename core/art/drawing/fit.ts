import { boundsOf } from '../../basics/outline'
import type { Region, Ring } from '../../basics/outline'
import { letters } from './lettering'
import type { LetterFace, Lettering } from './lettering'
import { sizedToFit } from './prepared'
import type { ArtSize } from './prepared'
import { ArtRefused } from './refusal'

/** Letters that are set smaller than was asked, since they would be wider than their place. */
export interface Shrunk {
  text: string
  /** Height of a capital as asked and as set, mm. */
  asked: number
  set: number
  /** What helps most where a line may be parted: the new text, the word that then ends its line, and its capitals, mm. */
  parted: { text: string, after: string, set: number } | null
}

/** A line more has to give the letters this much at least to be worth a word. */
const WORTH = 1.05

/** Letters at their size, and what that costs them where they are long. mm @throws ArtRefused */
export function fittedLetters(what: Lettering, size: ArtSize, face: LetterFace): { art: Ring[], shrunk: Shrunk | null } {
  const { art, share } = sizedToFit(letters(what, face), size, face)
  const asked = size.capital
  if (asked === null || share >= 1) return { art, shrunk: null }
  const spaces = [...what.text.matchAll(/(\S+)[ \t]+(?=\S)/g)]
  const ways = spaces.flatMap((found) => {
    const after = found[1]!
    const text = `${what.text.slice(0, found.index)}${after}\n${what.text.slice(found.index + found[0].length)}`
    const tried = tryLetters({ ...what, text }, size, face)
    return tried === null ? [] : [{ text, after, set: tried * asked }]
  })
  const best = ways.reduce<Shrunk['parted']>((a, b) => (a && a.set >= b.set ? a : b), null)
  return { art, shrunk: { text: what.text, asked, set: share * asked, parted: best && best.set > share * asked * WORTH ? best : null } }
}

/** The share of their size that letters would get; null where they can't be set so. */
function tryLetters(what: Lettering, size: ArtSize, face: LetterFace): number | null {
  try {
    return sizedToFit(letters(what, face), size, face).share
  }
  catch (error) {
    if (error instanceof ArtRefused) return null
    throw error
  }
}

/**
 * The height of a capital that several letterings can share, mm: the widest of them just fits. Rounded down to a tenth, so that it does.
 * @param tried the letterings with capitals of `capital` mm; at least one @param room mm
 */
export function commonCapital(tried: readonly Region[], capital: number, room: number): number {
  const wide = tried.map((letters) => {
    const box = boundsOf(letters)
    return box ? box.right - box.left : 0
  })
  return Math.floor(((10 * capital * room) / Math.max(...wide)) + 1e-9) / 10
}

/** How much of the size that was asked letters lose at worst, 0 to 1. */
export const lostSize = (shrunk: readonly Shrunk[]): number => Math.max(0, ...shrunk.map(s => 1 - s.set / s.asked))
