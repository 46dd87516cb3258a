import { DEFAULT_HOUSE_RULES } from '#core/house'
import { rulesForm } from '#shared/studio'
import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { request } from 'node:http'
import pg from 'pg'
import { v7 } from 'uuid'
import { bottleForm, Client, jobForm, LEAD, MATE } from '../support/client'
import { sharedStudio } from '../support/studio'

/** Each promise of docs/security.md. */
const url = inject('appUrl')
let lead: Client
let mate: Client
let mateId: string
beforeAll(async () => ({ lead, mate, mateId } = await sharedStudio()))

async function sql(text: string, values: unknown[] = []) {
  const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
  await client.connect()
  try {
    return (await client.query(text, values)).rows
  }
  finally {
    await client.end()
  }
}

describe('nobody reads or writes anything without a session', () => {
  const stranger = new Client(url)
  it.each([
    ['GET', 'today'], ['GET', 'studio'], ['PUT', 'studio'], ['GET', 'crew'], ['POST', 'crew'], ['PATCH', `crew/${randomUUID()}`], ['GET', 'bottles'], ['POST', 'bottles'], ['PUT', `bottles/${randomUUID()}`], ['GET', `bottles/${randomUUID()}/coupons`], ['POST', `bottles/${randomUUID()}/coupons`],
    ['POST', 'jobs'], ['GET', `jobs/${randomUUID()}`], ['PUT', `jobs/${randomUUID()}`], ['POST', `jobs/${randomUUID()}/run`], ['POST', `jobs/${randomUUID()}/drop`],
    ['GET', `runs/${randomUUID()}`], ['POST', `runs/${randomUUID()}/events`], ['GET', 'log'], ['GET', 'live'], ['POST', 'session/person'],
  ])('%s %s', async (method, path) => {
    const { status, body } = await stranger.ask(method, path, method === 'GET' ? undefined : {})
    expect(status).toBe(401)
    expect(body.error).toMatch(/not signed in/)
  })
  it('health tells three things and no more', async () => {
    expect((await stranger.get('health')).body).toEqual({ ok: true, database: true, version: expect.any(String) })
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
    expect(headers.get('set-cookie')).not.toMatch(/Lea/)
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
    await sql('update sign_in_miss set at = at - interval \'16 minutes\'')
    expect((await guesser.signIn(name, 'right-password')).status).toBe(200)
  })
  it('a name that does not exist is answered like a wrong password', async () => {
    const nobody = await new Client(url).signIn('Nobody At All', 'whatever it is')
    const wrong = await new Client(url).signIn(MATE.name, 'whatever it is')
    expect([nobody.status, nobody.body.error]).toEqual([wrong.status, wrong.body.error])
  })
})

describe('quick change of person by PIN', () => {
  it('works only inside a session that a password opened', async () => {
    expect((await new Client(url).post('session/person', { personId: mateId, pin: MATE.pin })).status).toBe(401)
    const tablet = new Client(url)
    await tablet.signIn(LEAD.name, LEAD.password)
    const { status, body } = await tablet.post<{ signedIn: { person: { name: string }, openedBy: string } }>('session/person', { personId: mateId, pin: MATE.pin })
    expect(status).toBe(200)
    expect(body.signedIn).toMatchObject({ person: { name: MATE.name }, openedBy: LEAD.name })
    expect((await tablet.post('crew', { name: 'By PIN', role: 'lead', password: 'long-enough-pw', pin: '' })).status).toBe(403)
  })
  it('five misses lock it for a minute, across app processes', async () => {
    const tablets = [new Client(url), new Client(inject('secondUrl'))]
    for (const tablet of tablets) await tablet.signIn(LEAD.name, LEAD.password)
    const miss = (i: number) => tablets[i % 2]!.post('session/person', { personId: mateId, pin: '0000' })
    for (let i = 0; i < 4; i++) expect((await miss(i)).body.error).toMatch(/doesn't fit/)
    expect((await miss(4)).body.error).toMatch(/Wait a minute/)
    expect((await tablets[0]!.post('session/person', { personId: mateId, pin: MATE.pin })).status).toBe(429)
    await sql('update person set pin_locked_until = now() - interval \'1 second\' where id = $1', [mateId])
    expect((await tablets[1]!.post('session/person', { personId: mateId, pin: MATE.pin })).status).toBe(200)
  })
  it.each(['123', '123456789', 'abcd', ''])('"%s" is no PIN', async (pin) => {
    expect((await lead.post('session/person', { personId: mateId, pin })).status).toBe(400)
  })
})

describe('requests that change something come from our own pages', () => {
  it.each([
    [{ origin: 'http://elsewhere.invalid' }], [{ origin: 'null' }], [{ 'sec-fetch-site': 'cross-site' }], [{ 'sec-fetch-site': 'same-site' }],
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
    for (const rule of ['default-src \'none\'', 'frame-ancestors \'none\'', 'base-uri \'none\'', 'object-src \'none\'', 'connect-src \'self\'']) expect(policy).toContain(rule)
    const nonce = /script-src 'self' 'nonce-([^']+)'/.exec(policy)![1]
    const page = await response.text()
    for (const [tag] of page.matchAll(/<script[^>]*>/g)) expect(tag).toContain(`nonce="${nonce}"`)
    expect((await fetch(url)).headers.get('content-security-policy')).not.toBe(policy)
  })
  it('no sniffing, no framing, no referrer', async () => {
    const { headers } = await fetch(url)
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
      mate.post('bottles', { id: v7(), bottle: bottleForm() }),
      mate.put('studio', { name: 'Mine now', emergencyNumber: '', poisonNumber: '', rules: rulesForm(DEFAULT_HOUSE_RULES), version: studio.version }),
    ])
    expect(attempts.map(a => a.status)).toEqual([403, 403, 403, 403])
    expect(attempts[0]!.body.error).toMatch(/Only a lead/)
  })
  it('a new password or leaving the studio ends all sessions', async () => {
    const name = `Leaver ${v7().slice(-6)}`
    const { body: { id } } = await lead.post<{ id: string }>('crew', { name, role: 'crew', password: 'first-password', pin: '' })
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
    const bottle = v7()
    await lead.post('bottles', { id: bottle, bottle: bottleForm() })
    const { body } = await lead.post<{ customer: string }>('jobs', { id: v7(), job: jobForm(bottle, { customer }) })
    expect(body.customer).toBe(customer)
    expect((await lead.get(`log?q=${encodeURIComponent('%\' or 1=1 --')}`)).body).toEqual([])
  })
  it('broken JSON and huge bodies are refused with a sentence', async () => {
    const broken = await fetch(`${url}/api/session`, { method: 'POST', headers: { 'content-type': 'application/json', 'origin': url }, body: '{"name":' })
    expect(broken.status).toBe(400)
    const huge = await new Promise<number>((resolve, reject) => {
      const req = request(`${url}/api/session`, { method: 'POST', headers: { 'content-type': 'application/json', 'content-length': 5_000_000, 'origin': url } }, res => resolve(res.statusCode!))
      req.on('error', reject)
      req.write('{')
    })
    expect(huge).toBe(413)
  })
})
