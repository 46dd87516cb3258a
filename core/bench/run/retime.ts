const DAY = 86_400

/** Seconds of the day; null where it is no time of day. Seconds may be left out. */
function secondsOf(text: string): number | null {
  const read = /^(\d{1,2})[:.](\d{2})(?:[:.](\d{2}))?$/.exec(text.trim())
  if (!read) return null
  const [hours, minutes, seconds] = [Number(read[1]), Number(read[2]), Number(read[3] ?? 0)]
  return hours < 24 && minutes < 60 && seconds < 60 ? hours * 3600 + minutes * 60 + seconds : null
}

/**
 * The moment that a time of day means for something that was entered at another: on whichever side of midnight it is nearer.
 * @param was ms @param shown the time of day that `was` has where the studio is, HH:mm:ss @param written as somebody writes it
 * @returns ms; null where it is no time of day
 */
export function retimed(was: number, shown: string, written: string): number | null {
  const [from, to] = [secondsOf(shown), secondsOf(written)]
  if (from === null || to === null) return null
  const by = ((to - from + DAY + DAY / 2) % DAY) - DAY / 2
  return was + by * 1000
}
