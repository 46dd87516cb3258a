import type { CutterEstimate, TestCut } from '#core/art/cutter'
import { Refusal } from './refusal'

/** What the cutter says to a file: read, drawn, timed. The stand-in marks all of it as simulated. */
export interface CutterAnswer {
  simulated: boolean
  estimate: CutterEstimate
  unknown: string[]
  drawing: string
}
export interface TestCutAnswer {
  simulated: boolean
  result: TestCut
  advice: string
}

const PATIENCE_MS = 20_000

/** Asks the cutter at CREST_CUTTER_URL. @throws Refusal 503 where none answers */
export async function askCutter<T>(path: 'cut' | 'test', type: string, body: string): Promise<T> {
  const url = process.env.CREST_CUTTER_URL
  if (!url) throw new Refusal(503, 'No cutter is set up. Save the file and take it to the cutter yourself.')
  let answer: Response
  try {
    answer = await fetch(new URL(path, url), {
      method: 'POST',
      headers: { 'content-type': type },
      body,
      signal: AbortSignal.timeout(PATIENCE_MS),
    })
  }
  catch {
    throw new Refusal(503, 'The cutter does not answer. Switch it on and send the sheet again; nothing was cut.')
  }
  const said = (await answer.json().catch(() => null)) as (T & { error?: string }) | null
  if (answer.ok && said !== null) return said
  throw new Refusal(
    answer.status === 400 ? 400 : 503,
    said?.error ?? 'The cutter gave an answer that can\'t be read. Nothing was cut; look at it and send again.',
  )
}
