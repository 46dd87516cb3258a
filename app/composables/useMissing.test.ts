import { effectScope } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { quietLoad, toldLoad, useMissing } from './useMissing'

const { sentence, again } = useMissing()
/** Fails as the server does, with this status, until it is set to 0. */
const server = { status: 0, asked: [] as string[] }
const ask = async (what: string) => {
  server.asked.push(what)
  if (server.status !== 0) throw Object.assign(new Error('no'), { status: server.status })
  return what
}

afterEach(async () => {
  server.status = 0
  await again()
  server.asked = []
  expect(sentence.value).toBe('')
})

describe('what could not be loaded', () => {
  it('is told once by the words for it, until it came; whoever asked hears of it as well', async () => {
    const [shelf, crew] = [toldLoad('the shelf', ask), toldLoad('the crew', ask)]
    expect(await shelf('bottles')).toBe('bottles')
    expect(sentence.value).toBe('')
    server.status = 500
    await expect(shelf('bottles')).rejects.toThrow('no')
    await expect(shelf('stencils')).rejects.toThrow('no')
    expect(sentence.value).toBe('Crest couldn\'t load the shelf. What you see may be old or incomplete.')
    await expect(crew('all')).rejects.toThrow('no')
    expect(sentence.value).toContain('the shelf and the crew.')
    server.status = 0
    await shelf('bottles')
    expect(sentence.value).toBe('Crest couldn\'t load the crew. What you see may be old or incomplete.')
  })
  it('is asked for again with what was asked; what fails again stays', async () => {
    const log = quietLoad('your log\'s advice', ask)
    server.status = 503
    await log('glass')
    server.asked = []
    await again()
    expect([server.asked, sentence.value]).toEqual([['glass'], expect.stringContaining('your log\'s advice')])
    server.status = 0
    await again()
    expect([server.asked, sentence.value]).toEqual([['glass', 'glass'], ''])
  })
  it('is not told where the page does: nobody is signed in, or it is no longer there', async () => {
    const load = quietLoad('the pictures', ask)
    for (const status of [401, 404]) {
      server.status = status
      await load('run')
      expect(sentence.value).toBe('')
    }
  })
  it('is forgotten with the component that asked, also when the answer comes after that', async () => {
    const scope = effectScope()
    const load = scope.run(() => quietLoad('the pictures', ask))!
    server.status = 500
    await load('run')
    expect(sentence.value).toContain('the pictures')
    const late = load('run')
    scope.stop()
    expect(sentence.value).toBe('')
    await late
    expect(sentence.value).toBe('')
  })
})
