import { createServer } from 'node:http'
import type { Server } from 'node:http'
import { CutterRefused, estimate, readHpgl, testCut } from '../../core/art/cutter'
import type { CutterJob, CutterMaterial } from '../../core/art/cutter'
import { bodyOf, listening } from '../device'

/**
 * A stand-in for a vinyl cutter on the network. It cuts nothing: it reads HP-GL, draws what it would cut, says how long it
 * would take, and practises test cuts. Everything it says is marked as simulated.
 *   POST /cut   HP-GL            -> { simulated, estimate, unknown, drawing: SVG path data, mm, y down }
 *   POST /test  { material, depth, force } -> { simulated, result, advice }
 */
const MOST = 20_000_000

const tooLong = () => new CutterRefused('The file is too long for the cutter. Send fewer stencils at once.')

function drawing(job: CutterJob, height: number): string {
  return job.strokes
    .map(({ points }) => {
      const out: string[] = []
      for (let i = 0; i < points.length; i += 2) out.push(`${points[i]!.toFixed(2)} ${(height - points[i + 1]!).toFixed(2)}`)
      return `M${out.join('L')}`
    })
    .join('')
}

function cut(text: string) {
  const job = readHpgl(text)
  if (job.strokes.length === 0) throw new CutterRefused('Nothing in the file is to be cut. Write the sheet again.')
  const said = estimate(job)
  return { simulated: true, estimate: said, unknown: job.unknown, drawing: drawing(job, said.height) }
}

function test(text: string) {
  const asked = JSON.parse(text) as { material: CutterMaterial, depth: number, force: number }
  return { simulated: true, ...testCut(asked.material, asked.depth, asked.force) }
}

/** @param port 0 for any that is free @returns the server once it listens on loopback */
export function startCutter(port: number): Promise<Server> {
  const server = createServer(async (request, response) => {
    const answer = (status: number, body: unknown) => {
      response.writeHead(status, { 'content-type': 'application/json' })
      response.end(JSON.stringify(body))
    }
    try {
      const path = new URL(request.url ?? '/', 'http://cutter').pathname
      if (request.method === 'POST' && path === '/cut') answer(200, cut(await bodyOf(request, MOST, tooLong)))
      else if (request.method === 'POST' && path === '/test') answer(200, test(await bodyOf(request, MOST, tooLong)))
      else answer(404, { error: 'A simulated cutter: it takes HP-GL at /cut and test cuts at /test.' })
    }
    catch (error) {
      answer(400, { error: error instanceof CutterRefused ? error.message : 'The cutter could not read that. Write the file again.' })
    }
  })
  return listening(server, port)
}
