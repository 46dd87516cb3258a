import { foldTub } from '#core/bench/tub'
import type { Context } from './context'
import { Refusal } from './refusal'
import { oneTub } from './tubs'

/** What the practice strip shows: a colour, to be read like any other. */
export interface StripAnswer {
  simulated: boolean
  rgb: [number, number, number]
}

const PATIENCE_MS = 5000

/** Dips the strip at CREST_STRIP_URL. @throws Refusal 503 where none answers */
export async function dipStrip(context: Context, tubId: string): Promise<StripAnswer> {
  const tub = await oneTub(context, tubId)
  // The stand-in goes by what was reckoned with, not by what earlier strips made of it.
  const entries = tub.entries.filter(e => e.kind !== 'read')
  const { content } = foldTub(tub.volume, entries)
  const url = process.env.CREST_STRIP_URL
  const none = () => new Refusal(503, 'The practice strip does not answer. Read a real strip against the chart.')
  if (!url) throw none()
  const answer = await fetch(new URL('dip', url), {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ tub: tubId, content }),
    signal: AbortSignal.timeout(PATIENCE_MS),
  }).catch(() => null)
  const said = (await answer?.json().catch(() => null)) as StripAnswer | null
  if (!answer?.ok || !Array.isArray(said?.rgb)) throw none()
  return said
}
