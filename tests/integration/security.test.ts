import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { rulesForm } from '#shared/studio'
import { randomUUID } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { request } from 'node:http'
import { v7 } from 'uuid'
import { lotForm, Client, event, FINE_ANSWERS, jobForm, LEAD, MATE } from '../support/client'
import { sql } from '../support/sql'
import { sharedStudio } from '../support/studio'

/** Each promise of docs/security.md. */
const url = inject('appUrl')
let lead: Client
let mate: Client
let mateId: string
beforeAll(async () => ({ lead, mate, mateId } = await sharedStudio()))

const folder = fileURLToPath(new URL('../../server/api', import.meta.url))
/** Each route as its file is named, so that a new one can't be forgotten. */
const routes = readdirSync(folder, { recursive: true, encoding: 'utf8' }).flatMap((file) => {
  const [, path, method] = /^(.*?)\.(get|post|put|patch|delete)\.ts$/.exec(file) ?? []
  return path && method
    ? [
        {
          method: method.toUpperCase(),
          path: path.replace(/(^|\/)index$/, '').replace(/\[(\w+)\]/g, (_, name) => (name === 'day' ? '2030-06-01' : randomUUID())),
        },
      ]
    : []
})

describe('nobody reads or writes anything without a session', () => {
  const stranger = new Client(url)
  const OPEN = ['GET health', 'GET time', 'GET session', 'POST session', 'DELETE session', 'POST first-run']
  it('these are all the routes there are', () => expect(routes.length).toBeGreaterThan(45))
  it.each(routes.filter(r => !OPEN.includes(`${r.method} ${r.path}`)))('$method $path', async ({ method, path }) => {
    const { status, body } = await stranger.ask(
      method,
      path,
      method === 'GET' || method === 'DELETE' ? undefined : { events: [event({ kind: 'run.finished' })] },
    )
    expect(status).toBe(401)
    expect(body.error).toMatch(/not signed in/)
  })
  it('health tells four things and no more', async () => {
    expect((await stranger.get('health')).body).toEqual({ ok: true, database: true, writable: true, version: expect.any(String) })
  })
  it('a forged or altered cookie opens nothing', async () => {
    const forger = new Client(url)
    forger.cookie = lead.cookie.slice(0, -6) + 'AAAAAA'
    expect((await forger.get('today')).status).toBe(401)
    forger.cookie = 'crest=eyJvcGVuZWRCeSI6ImxlYWQifQ'
    expect((await forger.get('today')).status).toBe(401)
  })
})

describe('secrets', () => {
  it('passwords and PINs are stored as salted scrypt hashes', async () => {
    const rows = await sql('select password_hash, pin_hash from person')
    for (const row of rows) expect(row.password_hash).toMatch(/^scrypt\$32768\$8\$3\$/)
    expect(rows.find(r => r.pin_hash)!.pin_hash).toMatch(/^scrypt\$/)
    expect(new Set(rows.map(r => r.password_hash.split('$')[4])).size).toBe(rows.length)
  })
  it('no answer carries a hash', async () => {
    expect(JSON.stringify((await lead.get('crew')).body)).not.toMatch(/scrypt|hash/i)
  })
  it('the cookie can\'t be read by scripts or sent from elsewhere', async () => {
    const { headers } = await new Client(url).signIn(LEAD.name, LEAD.password)
    expect(headers.get('set-cookie')).toMatch(/HttpOnly/i)
    expect(headers.get('set-cookie')).toMatch(/SameSite=Strict/i)
    // Neither the name as it is nor as base64 writes it, wherever it begins: three letters alone turn up in ciphertext by chance.
    const cookie = headers.get('set-cookie')!
    const parts = cookie.split(/[*;=]/).map(part => Buffer.from(part, 'base64url').toString('latin1'))
    for (const text of [cookie, decodeURIComponent(cookie), ...parts]) expect(text).not.toContain(LEAD.name)
  })
})

describe('sign-in attempts are limited', () => {
  it('eight wrong passwords close a name for a quarter of an hour, even for the right one', async () => {
    const name = `Victim ${v7().slice(-6)}`
    await lead.post('crew', { name, role: 'crew', password: 'right-password', pin: '' })
    const guesser = new Client(url)
    for (let i = 0; i < 8; i++) expect((await guesser.signIn(name, `guess number ${i}`)).status).toBe(401)
    const { status, body } = await guesser.signIn(name, 'right-password')
    expect(status).toBe(429)
    expect(body.error).toMatch(/quarter of an hour/)
    await sql('update sign_in_try set since = since - interval \'16 minutes\'')
    expect((await guesser.signIn(name, 'right-password')).status).toBe(200)
  })
  it('two hundred guesses at once are eight guesses, and the server answers meanwhile', async () => {
    const name = `Besieged ${v7().slice(-6)}`
    await lead.post('crew', { name, role: 'crew', password: 'right-password', pin: '' })
    const guesses = Array.from({ length: 200 }, (_, i) => new Client(url).signIn(name, i === 149 ? 'right-password' : `guess ${i}`))
    const asked = performance.now()
    expect((await new Client(url).get('health')).status).toBe(200)
    expect(performance.now() - asked).toBeLessThan(1500)
    const answers = (await Promise.all(guesses)).map(g => g.status)
    expect(answers.filter(s => s === 401)).toHaveLength(8)
    expect(answers.filter(s => s === 429)).toHaveLength(192)
    await sql('delete from sign_in_try')
  })
  it('a name is one name however it is written', async () => {
    const name = `İzmir ${v7().slice(-6)}`
    await lead.post('crew', { name, role: 'crew', password: 'right-password', pin: '' })
    const written = [name, name.toUpperCase(), name.toUpperCase().replace('İ', 'i̇'), name.toLowerCase()]
    const reach = await Promise.all(written.map(w => sql('select id from person where lower(name) = lower($1)', [w])))
    for (let i = 0; i < 9; i++) await new Client(url).signIn(written[i % 2]!, `guess number ${i}`)
    for (const [i, w] of written.entries())
      if (reach[i]!.length > 0) expect((await new Client(url).signIn(w, 'right-password')).status).toBe(429)
    await sql('delete from sign_in_try')
  })
  it('a name that does not exist is answered like a wrong password', async () => {
    const nobody = await new Client(url).signIn('Nobody At All', 'whatever it is')
    const wrong = await new Client(url).signIn(MATE.name, 'whatever it is')
    expect([nobody.status, nobody.body.error]).toEqual([wrong.status, wrong.body.error])
  })
})

describe('quick change of person by PIN', () => {
  /** Nobody else signs in as they do, which would end their pauses. */
  const [name, password, PIN] = [`Pausing ${v7().slice(-6)}`, 'pausing-password', '4711']
  let pinned: string
  beforeAll(async () => {
    pinned = (await lead.post<{ id: string }>('crew', { name, role: 'crew', password, pin: PIN })).body.id
  })
  it('works only inside a session that a password opened', async () => {
    expect((await new Client(url).post('session/person', { personId: mateId, pin: MATE.pin })).status).toBe(401)
    const tablet = new Client(url)
    await tablet.signIn(LEAD.name, LEAD.password)
    const { status, body } = await tablet.post<{ signedIn: { person: { name: string }, openedBy: string } }>('session/person', {
      personId: mateId,
      pin: MATE.pin,
    })
    expect(status).toBe(200)
    expect(body.signedIn).toMatchObject({ person: { name: MATE.name }, openedBy: LEAD.name })
    expect((await tablet.post('crew', { name: 'By PIN', role: 'lead', password: 'long-enough-pw', pin: '' })).status).toBe(403)
  })
  it('five misses lock it for a minute, each further one for twice as long, across app processes', async () => {
    const tablets = [new Client(url), new Client(inject('secondUrl'))]
    for (const tablet of tablets) await tablet.signIn(LEAD.name, LEAD.password)
    const miss = (i: number) => tablets[i % 2]!.post('session/person', { personId: pinned, pin: '0000' })
    for (let i = 0; i < 4; i++) expect((await miss(i)).body.error).toMatch(/doesn't fit/)
    expect((await miss(4)).body.error).toMatch(/Wait a minute/)
    const right = () => tablets[1]!.post('session/person', { personId: pinned, pin: PIN })
    for (const minutes of ['2 minutes', '4 minutes', '8 minutes']) {
      expect((await right()).status).toBe(429)
      await sql('update person set pin_locked_until = now() - interval \'1 second\' where id = $1', [pinned])
      expect((await miss(0)).body.error).toMatch(`Wait ${minutes}`)
    }
    await sql('update person set pin_misses = 30, pin_locked_until = now() - interval \'1 second\' where id = $1', [pinned])
    expect((await miss(0)).body.error).toMatch('Wait 24 hours')
    // The person's own password ends the pause, and so does the right PIN once it is looked at.
    expect((await new Client(url).signIn(name, password)).status).toBe(200)
    expect((await right()).status).toBe(200)
    for (let i = 0; i < 4; i++) expect((await miss(i)).body.error).toMatch(/doesn't fit/)
    expect((await right()).status).toBe(200)
    expect((await miss(0)).body.error).toMatch(/doesn't fit/)
    await sql('update person set pin_misses = 0, pin_locked_until = null where id = $1', [pinned])
  })
  it('twenty guesses at once are five', async () => {
    const tablet = new Client(url)
    await tablet.signIn(LEAD.name, LEAD.password)
    const guess = (pin: string) => tablet.post('session/person', { personId: pinned, pin })
    const wrong = Array.from({ length: 19 }, () => guess('0000'))
    // The right one comes once five are being looked at: those are slow, and all others are turned away at once.
    await Promise.any(wrong.map(async one => expect((await one).status).toBe(429)))
    const answers = await Promise.all([...wrong, guess(PIN)])
    expect(answers.map(a => a.status).sort()).toEqual([...Array<number>(5).fill(401), ...Array<number>(15).fill(429)])
    await sql('update person set pin_misses = 0, pin_locked_until = null where id = $1', [pinned])
  })
  it('makes nobody a lead, and sets no password or PIN, without the person\'s own password', async () => {
    const name = `Pinned ${v7().slice(-6)}`
    const {
      body: { id },
    } = await lead.post<{ id: string }>('crew', { name, role: 'lead', password: 'own-password', pin: '8642' })
    const tablet = new Client(url)
    await tablet.signIn(MATE.name, MATE.password)
    await tablet.post('session/person', { personId: id, pin: '8642' })
    const take = () => tablet.post('session/person', { personId: id, pin: '8642' })
    tablet.password = ''
    const entries = [
      [id, { password: 'stolen-password' }],
      [mateId, { password: 'stolen-password' }],
      [mateId, { pin: '1111' }],
      [mateId, { role: 'lead' }],
      [mateId, { may: [] }],
    ] as const
    const refusedAll = async () => {
      for (const [who, entry] of entries)
        expect(await tablet.patch(`crew/${who}`, entry)).toMatchObject({ status: 403, body: { code: 'password' } })
    }
    await refusedAll()
    // Not even while somebody else's password holds in the same session.
    expect((await tablet.post('session/password', { password: MATE.password })).body.fields!.password).toMatch(/isn't your password/)
    await refusedAll()
    expect((await tablet.post('session/password', { password: 'own-password' })).status).toBe(200)
    expect((await tablet.patch(`crew/${mateId}`, { role: 'crew' })).status).toBe(200)
    // Whoever comes back by PIN has given nothing yet.
    await take()
    await refusedAll()
    expect((await tablet.post('session/password', { password: 'own-password' })).status).toBe(200)
    expect((await tablet.patch(`crew/${id}`, { password: 'a-new-password' })).status).toBe(200)
    expect((await new Client(url).signIn(name, 'a-new-password')).status).toBe(200)
    await lead.patch(`crew/${id}`, { active: false })
  })
  it.each(['123', '123456789', 'abcd', ''])('"%s" is no PIN', async (pin) => {
    expect((await lead.post('session/person', { personId: mateId, pin })).status).toBe(400)
  })
})

describe('what only a password opens', () => {
  const GUARDED = [
    'DELETE customers/ID', 'GET customers/ID/written', 'GET everything', 'GET log.csv', 'GET session/password', 'PATCH crew/ID',
    'POST crew', 'PUT studio', 'PUT waste-rules/ID',
  ]
  it('these routes ask for it again after ten minutes, and no others', async () => {
    const late = new Client(url)
    await late.signIn(LEAD.name, LEAD.password)
    const age = (minutes: number) => sql(
      `update session_person set password_at = now() - make_interval(mins => $1) where person_id = (select id from person where name = $2)`,
      [minutes, LEAD.name],
    )
    late.password = ''
    const asks: string[] = []
    await age(11)
    // Those that would end the session, or go on for ever.
    const tried = routes.filter(r => !['DELETE session', 'GET live'].includes(`${r.method} ${r.path}`))
    for (const { method, path } of tried) {
      const { status, body } = await late.ask(method, path, method === 'GET' || method === 'DELETE' ? undefined : {})
      if (status === 403 && body.code === 'password') asks.push(`${method} ${path.replace(/[\da-f]{8}-[\da-f-]{27}/, 'ID')}`)
    }
    expect(asks.sort()).toEqual(GUARDED)
    await age(9)
    expect((await late.get('session/password')).status).toBe(200)
    await age(11)
    expect((await late.post('session/password', { password: LEAD.password })).status).toBe(200)
    expect((await late.get('session/password')).status).toBe(200)
  })
  it('a password is guessed as slowly as at a sign-in', async () => {
    const name = `Guessed ${v7().slice(-6)}`
    await lead.post('crew', { name, role: 'crew', password: 'right-password', pin: '' })
    const tablet = new Client(url)
    await tablet.signIn(name, 'right-password')
    for (let i = 0; i < 8; i++) expect((await tablet.post('session/password', { password: `guess ${i}` })).status).toBe(400)
    expect((await tablet.post('session/password', { password: 'right-password' })).status).toBe(429)
    await sql('delete from sign_in_try')
  })
  it('own units are no secret', async () => {
    const tablet = new Client(url)
    await tablet.signIn(LEAD.name, LEAD.password)
    await tablet.post('session/person', { personId: mateId, pin: MATE.pin })
    expect((await tablet.put('session/units', { lengthUnit: 'in' })).status).toBe(200)
    expect((await tablet.get('session')).body).toMatchObject({ signedIn: { person: { id: mateId, lengthUnit: 'in' } } })
    expect((await tablet.put('session/units', { lengthUnit: '' })).status).toBe(200)
  })
})

describe('requests that change something come from our own pages', () => {
  it.each([
    [{ origin: 'http://elsewhere.invalid' }],
    [{ origin: 'null' }],
    [{ 'sec-fetch-site': 'cross-site' }],
    [{ 'sec-fetch-site': 'same-site' }],
  ])('%o is refused', async (headers) => {
    const { status, body } = await lead.ask('POST', 'jobs', {}, headers)
    expect(status).toBe(403)
    expect(body.error).toMatch(/another page/)
  })
  it('a form post is refused: bodies are JSON', async () => {
    expect((await lead.ask('POST', 'jobs', {}, { 'content-type': 'text/plain' })).status).toBe(403)
    expect((await lead.ask('POST', 'jobs', {}, { 'content-type': 'application/x-www-form-urlencoded' })).status).toBe(403)
  })
})

describe('pages carry strict headers', () => {
  it('a policy with nothing unsafe in it, and scripts only with the page\'s nonce', async () => {
    const response = await fetch(url)
    const policy = response.headers.get('content-security-policy')!
    expect(policy).not.toMatch(/unsafe|\*|http:/)
    for (const kind of ['default-src', 'frame-ancestors', 'base-uri', 'object-src']) expect(policy).toContain(`${kind} 'none'`)
    expect(policy).toContain('connect-src \'self\'')
    const nonce = /script-src 'self' 'nonce-([^']+)'/.exec(policy)![1]
    const page = await response.text()
    for (const [tag] of page.matchAll(/<script[^>]*>/g)) expect(tag).toContain(`nonce="${nonce}"`)
    expect((await fetch(url)).headers.get('content-security-policy')).not.toBe(policy)
  })
  it('of Today asks for its answers with its first lines, and for those behind a session only where there is one', async () => {
    const early = async (cookie: string) => {
      const response = await fetch(url, { headers: { cookie } })
      expect(response.headers.get('set-cookie')).toBeNull()
      return [...(await response.text()).matchAll(/as="fetch" crossorigin href="([^"]+)"/g)].map(([, path]) => path).sort()
    }
    expect(await early('')).toEqual(['/api/session'])
    const stranger = new Client(url)
    await stranger.get('session')
    expect(await early(`other=crest; ${stranger.cookie}`)).toEqual(['/api/session'])
    expect(await early(`other=1; ${lead.cookie}`)).toEqual(['/api/session', '/api/today'])
  })
  it.each(['', '/api/health', '/api/nowhere', '/api/today'])('no sniffing, no framing, no referrer: "%s"', async (path) => {
    const { headers } = await fetch(`${url}${path}`)
    for (const rule of ['default-src \'none\'', 'frame-ancestors \'none\'']) expect(headers.get('content-security-policy')).toContain(rule)
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('x-frame-options')).toBe('DENY')
    expect(headers.get('referrer-policy')).toBe('no-referrer')
    expect(headers.get('x-powered-by')).toBeNull()
  })
})

describe('leads manage the crew', () => {
  it('crew can\'t add people, change roles, rules or bottles', async () => {
    const { body: studio } = await lead.get<{ version: number }>('studio')
    const attempts = await Promise.all([
      mate.post('crew', { name: 'New One', role: 'crew', password: 'long-enough-pw', pin: '' }),
      mate.patch(`crew/${mateId}`, { role: 'lead' }),
      mate.post('lots', { id: v7(), lot: lotForm() }),
      mate.put('studio', {
        name: 'Mine now',
        emergencyNumber: '',
        poisonNumber: '',
        rules: rulesForm(DEFAULT_HOUSE_RULES),
        version: studio.version,
      }),
    ])
    expect(attempts.map(a => a.status)).toEqual([403, 403, 403, 403])
    expect(attempts[0]!.body.error).toMatch(/Only a lead/)
  })
  it('a new password or leaving the studio ends all sessions', async () => {
    const name = `Leaver ${v7().slice(-6)}`
    const {
      body: { id },
    } = await lead.post<{ id: string }>('crew', { name, role: 'crew', password: 'first-password', pin: '' })
    const leaver = new Client(url)
    await leaver.signIn(name, 'first-password')
    expect((await leaver.get('today')).status).toBe(200)
    await lead.patch(`crew/${id}`, { password: 'second-password' })
    expect((await leaver.get('today')).status).toBe(401)
    await leaver.signIn(name, 'second-password')
    expect((await leaver.get('today')).status).toBe(200)
    await lead.patch(`crew/${id}`, { active: false })
    expect((await leaver.get('today')).status).toBe(401)
    expect((await leaver.signIn(name, 'second-password')).status).toBe(401)
  })
  it('the last lead stays one', async () => {
    const { body: crew } = await lead.get<{ id: string, name: string }[]>('crew')
    const { status, body } = await lead.patch(`crew/${crew.find(p => p.name === LEAD.name)!.id}`, { role: 'crew' })
    expect(status).toBe(409)
    expect(body.error).toMatch(/last lead/)
  })
  it('a name can\'t be taken twice', async () => {
    const { status, body } = await lead.post('crew', { name: MATE.name.toUpperCase(), role: 'crew', password: 'long-enough-pw', pin: '' })
    expect(status).toBe(409)
    expect(body.fields!.name).toMatch(/Add an initial/)
  })
})

describe('a session ends where it is ended', () => {
  it('signing out ends it on the server: a copy of the cookie opens nothing', async () => {
    const tablet = new Client(url)
    await tablet.signIn(MATE.name, MATE.password)
    const copy = new Client(inject('secondUrl'))
    copy.cookie = tablet.cookie
    expect((await copy.get('today')).status).toBe(200)
    await tablet.ask('DELETE', 'session')
    expect((await copy.get('today')).status).toBe(401)
  })
  it.each([
    ['signing out', async (tablet: Client) => void (await tablet.ask('DELETE', 'session'))],
    ['a new password', async (_: Client, id: string) => void (await lead.patch(`crew/${id}`, { password: 'another-password' }))],
    ['leaving the studio', async (_: Client, id: string) => void (await lead.patch(`crew/${id}`, { active: false }))],
  ])('%s ends its live streams, on other processes too', async (_, end) => {
    const {
      body: { id },
    } = await lead.post<{ id: string }>('crew', { name: `Listener ${v7().slice(-6)}`, role: 'crew', password: 'first-password', pin: '' })
    const name = (await lead.get<{ id: string, name: string }[]>('crew')).body.find(p => p.id === id)!.name
    const tablet = new Client(url)
    await tablet.signIn(name, 'first-password')
    const stream = await fetch(`${inject('secondUrl')}/api/live`, { headers: { cookie: tablet.cookie } })
    const reader = stream.body!.getReader()
    expect(new TextDecoder().decode((await reader.read()).value)).toMatch(/^event: beat/)
    await end(tablet, id)
    while (!(await reader.read()).done);
  })
})

describe('first run', () => {
  it('makes one lead, once, however many try at the same time', async () => {
    const empty = inject('emptyUrl')
    const tries = await Promise.all([1, 2, 3, 4].map(i => new Client(empty).post('first-run', { ...LEAD, name: `Lead ${i}` })))
    expect(tries.map(t => t.status).sort()).toEqual([200, 409, 409, 409])
    expect((await new Client(empty).get('session')).body).toMatchObject({ firstRun: false, signedIn: null })
  })
})

describe('hostile input', () => {
  it('SQL in a field is only text', async () => {
    const customer = '\'); drop table crest.job; --'
    const lot = v7()
    await lead.post('lots', { id: lot, lot: lotForm() })
    const { body } = await lead.post<{ customer: string }>('jobs', { id: v7(), job: jobForm(lot, { customer }) })
    expect(body.customer).toBe(customer)
    expect((await lead.get(`log?q=${encodeURIComponent('%\' or 1=1 --')}`)).body).toEqual([])
  })
  const send = (path: string, body: string, headers: Record<string, string> = {}, method = 'POST') =>
    fetch(`${url}/api/${path}`, {
      method,
      headers: { 'content-type': 'application/json', 'origin': url, 'cookie': lead.cookie, ...headers },
      body,
    })
  it('broken JSON is refused with a sentence', async () => expect((await send('session', '{"name":')).status).toBe(400))

  /** Sends a body piece by piece without ever saying how long it is. @returns the status, and MB sent until it came */
  const pour = (path: string, method: string, first: string, more: string, mb: number, cookie = '') =>
    new Promise<{ status: number, mb: number }>((resolve) => {
      const req = request(`${url}/api/${path}`, {
        method,
        headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked', 'origin': url, cookie },
      })
      let [sent, over] = [0, false]
      req.on('response', (res) => {
        over = true
        resolve({ status: res.statusCode!, mb: sent / 1e6 })
        req.destroy()
      })
      // A connection that is cut before the answer is read is a no as well.
      req.on('error', () => (over ? undefined : resolve({ status: 413, mb: sent / 1e6 })))
      const part = Buffer.from(more.repeat(Math.ceil(64_000 / more.length)))
      const go = () => {
        while (!over && sent < mb * 1e6) {
          sent += part.length
          if (!req.write(part)) return void req.once('drain', go)
        }
        if (!over) req.end()
      }
      req.write(first)
      go()
    })
  it.each([
    ['POST', 'session', '{"name":[', '[1],', 413],
    ['POST', 'first-run', '[', '{},', 413],
    ['DELETE', 'session', '', 'x', 413],
    ['GET', 'time', '[', '{},', 401],
    ['POST', 'nowhere', '[', '[],', 401],
    ['PUT', `runs/${randomUUID()}/events`, '[', '1,', 401],
  ])('an endless body is cut off early, and read of no stranger but to sign in: %s %s', async (method, path, first, more, status) => {
    const end = await pour(path, method, first, more, 60)
    expect(end.status).toBe(status)
    expect(end.mb).toBeLessThan(10)
    expect((await new Client(url).get('health')).status).toBe(200)
  })
  it('forty strangers who hold bodies open hold next to nothing, and whoever is signed in gets on', async () => {
    const hanging = Array.from({ length: 40 }, () => {
      const req = request(`${url}/api/session`, {
        method: 'POST', headers: { 'content-type': 'application/json', 'content-length': 19_000, 'origin': url },
      })
      req.on('error', () => {})
      req.write(`{"name":"${'x'.repeat(18_000)}`)
      return req
    })
    await new Promise(resolve => setTimeout(resolve, 300))
    expect((await lead.get('session')).status).toBe(200)
    expect((await lead.post('session/password', { password: LEAD.password })).status).toBe(200)
    for (const req of hanging) req.destroy()
  })
  it('a name that is not this machine\'s gets nothing: no page of a stranger can read answers as its own', async () => {
    const status = await new Promise(resolve =>
      request(`${url}/api/health`, { headers: { host: 'rebound.example' } }, res => resolve(res.resume().statusCode)).end())
    expect(status).toBe(421)
  })
  it('an endless list of entries through an open session is cut off as well', async () => {
    expect((await lead.get('session')).status).toBe(200)
    const end = await pour(`runs/${randomUUID()}/events`, 'POST', '{"events":[', '1,', 60, lead.cookie)
    expect(end.status).toBe(413)
    expect(end.mb).toBeLessThan(20)
  })
  it('a body of many parts or many layers is refused before it is read', async () => {
    for (const text of [`{"name":${'['.repeat(40)}${']'.repeat(40)}}`, `{"name":[${'[1],'.repeat(150_000)}1]}`])
      expect(await (await send('session', text)).json()).toMatchObject({ error: expect.stringMatching(/more parts than any form/) })
  })
  it.each([
    ['NUL', '\\u0000'],
    ['half of a pair', '\\ud83d'],
    ['the other half', '\\udc00 x'],
  ])('%s in a text is refused with a sentence, wherever it stands', async (_, letter) => {
    const lot = await lead.get<{ id: string }[]>('lots')
    const entry = JSON.stringify({ id: v7(), job: jobForm(lot.body[0]!.id, { customer: 'HERE' }) }).replace('HERE', `Club ${letter}`)
    const answers = await Promise.all([
      send('jobs', entry),
      send('session', `{"name":"${letter}","password":"x"}`),
      send('jobs', `{"id":"${v7()}","job":{"a${letter}":1}}`),
    ])
    for (const a of answers) {
      expect(a.status).toBe(400)
      expect((await a.json()).error).toMatch(/letter in it that can't be kept/)
    }
  })
  it('whole pairs are letters like others', async () =>
    expect((await send('session', '{"name":"\\ud83d\\ude00","password":"x"}')).status).toBe(401))
  it.each([
    ['GET', 'log?q=%00', 400],
    ['GET', 'log?q=%ff', 400],
    ['GET', 'log?before=9007199254740991', 200],
    ['GET', 'log?before=x', 200],
    ['GET', 'days/0000-01-01', 404],
    ['GET', 'days/9999-12-31', 404],
    ['GET', 'nowhere', 404],
    ['POST', 'nowhere/at/all', 404],
    ['DELETE', 'studio', 405],
    ['PATCH', 'today', 405],
    ['PUT', `runs/${randomUUID()}/events`, 405],
    ['GET', `runs/${randomUUID()}?after=-1`, 404],
    ['GET', `runs/${randomUUID()}?after=99999999999999`, 404],
  ])('%s %s is answered %i in JSON', async (method, path, status) => {
    const answer = await lead.ask(method, path)
    expect(answer.status).toBe(status)
    if (status >= 400) expect(answer.body.error).toMatch(/^[A-Z].*\./)
    if (status === 405) expect(answer.headers.get('allow')).toMatch(/^[A-Z, ]+$/)
  })
  it('a picture without a byte is refused', async () => {
    const empty = await fetch(`${url}/api/runs/${randomUUID()}/photos?id=${v7()}&step=etch&piece=`, {
      method: 'POST',
      headers: { 'content-type': 'image/jpeg', 'origin': url, 'cookie': lead.cookie },
    })
    expect(empty.status).toBe(400)
  })
  it('what a form does not have is not stored', async () => {
    const { body: lots } = await lead.get<{ id: string }[]>('lots')
    const { status, body } = await lead.post<{ entered: object }>('jobs', {
      id: v7(),
      job: { ...jobForm(lots[0]!.id), junk: 'x'.repeat(500_000), answers: { ...FINE_ANSWERS, more: 'junk' } },
    })
    expect(status).toBe(200)
    expect(JSON.stringify(body)).not.toMatch(/xxxx|junk/)
  })
})
