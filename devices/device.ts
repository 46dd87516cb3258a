import type { IncomingMessage, Server } from 'node:http'
import type { AddressInfo } from 'node:net'

/** The body of a request. @throws what `tooLong` makes as soon as it has more than `most` bytes */
export async function bodyOf(request: IncomingMessage, most: number, tooLong: () => Error): Promise<string> {
  const parts: Buffer[] = []
  let size = 0
  for await (const part of request as AsyncIterable<Buffer>) {
    if ((size += part.length) > most) throw tooLong()
    parts.push(part)
  }
  return Buffer.concat(parts).toString('utf8')
}

/** @param port 0 for any that is free @returns the server once it listens on loopback */
export const listening = (server: Server, port: number): Promise<Server> =>
  new Promise((resolve, reject) => server.once('error', reject).listen(port, '127.0.0.1', () => resolve(server)))

/** A share from 0 to 1 that is always the same for the same words (FNV-1a). */
export function fate(words: string): number {
  let hash = 2_166_136_261
  for (const letter of words) hash = Math.imul(hash ^ letter.codePointAt(0)!, 16_777_619)
  return (hash >>> 0) / 2 ** 32
}

/** A device as a process of its own, at the port that PORT names or any that is free. */
export async function runDevice(start: (port: number) => Promise<Server>): Promise<void> {
  const server = await start(Number(process.env.PORT ?? 0))
  // The parent reads the address from the first line.
  console.log(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
  process.on('SIGTERM', () => server.close())
}
