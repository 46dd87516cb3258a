import { createServer } from 'node:http'
import type { Server } from 'node:http'
import { settleTub, stripColour } from '../../core/plan/tub'
import type { TubContent } from '../../core/plan/tub'
import { bodyOf, fate, listening } from '../device'

/**
 * A stand-in for a pH strip. It knows a truth about each tub that nobody else does: how much of the cream really went into the water. It
 * answers with the colour a strip would have, a little off as colours are in a workshop. Everything it says is marked as simulated.
 *   POST /dip  { tub: id, content: what was reckoned with } -> { simulated, rgb }
 */
const MOST = 100_000
/** Colour of a strip in poor light: off by so much either way. */
const OFF = 8

const tooLong = () => new RangeError('too long')

/** Acid really in a tub against what was reckoned with: from two fifths of it to half as much again. */
export const truth = (tub: string): number => 0.4 + 1.1 * fate(tub)

function dip(text: string) {
  const { tub, content } = JSON.parse(text) as { tub: string, content: TubContent }
  const real = { ...content, bifluoride: content.bifluoride * truth(tub), ferricChloride: content.ferricChloride * truth(tub) }
  const colour = stripColour(settleTub(real).pH)
  const rgb = colour.map((v, i) => Math.max(0, Math.min(255, Math.round(v + (fate(`${tub}${text.length}${i}`) - 0.5) * 2 * OFF))))
  return { simulated: true, rgb }
}

/** @param port 0 for any that is free @returns the server once it listens on loopback */
export function startStrip(port: number): Promise<Server> {
  const server = createServer(async (request, response) => {
    const answer = (status: number, body: unknown) => {
      response.writeHead(status, { 'content-type': 'application/json' })
      response.end(JSON.stringify(body))
    }
    try {
      const path = new URL(request.url ?? '/', 'http://strip').pathname
      if (request.method === 'POST' && path === '/dip') answer(200, dip(await bodyOf(request, MOST, tooLong)))
      else answer(404, { error: 'A simulated pH strip: it is dipped at /dip.' })
    }
    catch {
      answer(400, { error: 'The strip could not make sense of that tub. Dip it again.' })
    }
  })
  return listening(server, port)
}
