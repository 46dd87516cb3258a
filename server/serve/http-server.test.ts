import { connect } from 'node:net'
import type { AddressInfo, Socket } from 'node:net'
import type { RequestListener, Server } from 'node:http'
import { request } from 'node:http'
import { afterEach, describe, expect, it } from 'vitest'
import { answersTo, hostName } from './hosts'
import { createHttpServer, endServer } from './http-server'

const servers: Server[] = []
afterEach(() => servers.splice(0).forEach(s => (s.closeAllConnections(), s.close())))
async function serve(listener: RequestListener, options: { hosts?: string, mostOfAddress?: number } = {}): Promise<number> {
  const server = createHttpServer(listener, { hosts: '', ...options })
  servers.push(server)
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  return (server.address() as AddressInfo).port
}
const ask = (port: number, host: string) =>
  new Promise<{ status: number, text: string }>((resolve, reject) => {
    request({ port, host: '127.0.0.1', headers: { host } }, (res) => {
      let text = ''
      res.on('data', part => (text += part)).on('error', reject).on('end', () => resolve({ status: res.statusCode!, text }))
    }).on('error', reject).end()
  })

describe('names that Crest answers to', () => {
  it.each([
    ['localhost', true], ['localhost:3000', true], ['LOCALHOST.', true], ['127.0.0.1:3000', true], ['192.168.7.20', true],
    ['[fd00::7]:3000', true], ['crest.studio.example', true], ['Crest.Studio.Example:443', true], ['bench', true],
    ['192.168.7.21', false], ['rebound.example', false], ['localhost.rebound.example', false], ['x@localhost', false],
    ['localhost/x', false], ['', false], [undefined, false], ['a b', false], ['[', false],
  ])('%s: %s', (header, yes) => {
    const own = () => new Set(['127.0.0.1', '::1', '192.168.7.20', 'fd00::7'])
    expect(answersTo(header, 'crest.studio.example, bench', own)).toBe(yes)
  })
  it('an address is one however it is written', () => {
    expect(hostName('[0:0::1]:80')).toBe('::1')
    expect(hostName('127.1')).toBe('127.0.0.1')
  })
  it('any other gets a sentence, and the app never sees it', async () => {
    let seen = 0
    const port = await serve((_, res) => void (seen++, res.end('in')))
    expect(await ask(port, 'rebound.example')).toMatchObject({ status: 421, text: expect.stringMatching(/add the name to CREST_HOSTS/) })
    expect(seen).toBe(0)
    expect(await ask(port, `localhost:${port}`)).toEqual({ status: 200, text: 'in' })
  })
})

describe('connections', () => {
  it('of one address are bounded; one that goes makes room', async () => {
    const port = await serve((_, res) => void res.end('in'), { mostOfAddress: 3 })
    const opened = async () => {
      const socket = connect(port, '127.0.0.1')
      await new Promise(resolve => socket.once('connect', resolve))
      return socket
    }
    const lost = (socket: Socket) => new Promise<true>(resolve => socket.on('error', () => {}).once('close', () => resolve(true)))
    const first = [await opened(), await opened(), await opened()]
    await lost(await opened())
    first[0]!.destroy()
    await new Promise(resolve => setTimeout(resolve, 50))
    const next = await opened()
    next.write('GET / HTTP/1.1\r\nhost: localhost\r\n\r\n')
    expect(String(await new Promise(resolve => next.once('data', resolve)))).toMatch(/200 OK/)
    for (const socket of [...first, next]) socket.destroy()
  })
  it('end with the server, streams as well, but not in the middle of an answer', async () => {
    const port = await serve((req, res) => {
      res.write('begun ')
      if (req.headers.host === 'localhost') setTimeout(() => res.end('ended'), 100)
    })
    const whole = ask(port, 'localhost')
    const stream = ask(port, '127.0.0.1').catch(() => 'cut')
    await new Promise(resolve => setTimeout(resolve, 40))
    await endServer(servers[0]!, 300)
    expect(await whole).toEqual({ status: 200, text: 'begun ended' })
    expect(await stream).toBe('cut')
  })
})
