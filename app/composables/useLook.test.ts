import { effectScope, nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useLook } from './useLook'
import { Superseded } from './useReckoner'

let scope = effectScope()
beforeEach(() => {
  vi.useFakeTimers()
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})
/** Somebody writes, and a worker answers when it is told to; a later question ends the one before. */
function desk() {
  const written = ref<string | null>('wheel')
  const asked: string[] = []
  let open: { done: (answer: string) => void, refuse: (error: Error) => void } | null = null
  const ask = (question: string) => {
    asked.push(question)
    open?.refuse(new Superseded())
    return new Promise<string>((done, refuse) => (open = { done, refuse }))
  }
  const of = () => (written.value === null ? null : { key: written.value, question: written.value })
  const look = scope.run(() => useLook(of, ask))!
  const rest = () => vi.advanceTimersByTimeAsync(300)
  async function write(text: string | null) {
    written.value = text
    await nextTick()
  }
  async function answer(text: string) {
    open!.done(text)
    await vi.advanceTimersByTimeAsync(0)
  }
  async function refuse(words: string) {
    open!.refuse(new Error(words))
    await vi.advanceTimersByTimeAsync(0)
  }
  return { ...look, asks: asked, write, rest, answer, refuse }
}

describe('an answer to what is still being written', () => {
  it('is asked once the hand rests, and the last question is the one that counts', async () => {
    const { look, asked, asks, due, write, rest, answer } = desk()
    expect(due.value).toBe(true)
    await write('wheel with rope')
    await rest()
    expect([asks, due.value]).toEqual([['wheel with rope'], false])
    await write('anchor')
    await rest()
    await answer('an anchor')
    expect([look.value, asked.value, asks]).toEqual(['an anchor', 'anchor', ['wheel with rope', 'anchor']])
  })
  it('is not asked while nothing can be', async () => {
    const { asks, due, write, rest } = desk()
    await write(null)
    await rest()
    expect([asks, due.value]).toEqual([[], false])
  })
  it('stands at once where it is that to what is written, else it is asked at once and waited for', async () => {
    const { stand, write, rest, answer, asks } = desk()
    await rest()
    await answer('a wheel')
    expect(await stand()).toBe('stands')
    await write('anchor')
    const standing = stand()
    expect(asks).toEqual(['wheel', 'anchor'])
    await answer('an anchor')
    expect(await standing).toBe('stands')
  })
  it('is forgotten with what it was about, and given anew when that is there again', async () => {
    const { look, asked, forget, write, rest, answer } = desk()
    await rest()
    await answer('a wheel')
    await write(null)
    forget()
    expect([look.value, asked.value]).toEqual([null, null])
    await write('wheel')
    await rest()
    await answer('the wheel again')
    expect(look.value).toBe('the wheel again')
  })
  it('says why there is none, until there is one', async () => {
    const { look, refused, stand, write, rest, answer, refuse } = desk()
    await rest()
    await answer('a wheel')
    await write('<svg>')
    const standing = stand()
    await refuse('It ends too soon.')
    expect([await standing, refused.value, look.value]).toEqual(['refused', 'It ends too soon.', 'a wheel'])
    await write('anchor')
    await rest()
    await answer('an anchor')
    expect([refused.value, look.value]).toEqual(['', 'an anchor'])
  })
  it('is waited for no more once somebody stops it', async () => {
    const { stand, stop } = desk()
    const standing = stand()
    stop()
    expect(await standing).toBe('stopped')
  })
  it('takes the place of none that is held by hand', async () => {
    const { look, holding, write, rest, answer } = desk()
    await rest()
    await answer('a wheel')
    holding.value = true
    await write('anchor')
    await rest()
    await answer('an anchor')
    expect(look.value).toBe('a wheel')
    holding.value = false
    await vi.advanceTimersByTimeAsync(0)
    expect(look.value).toBe('an anchor')
  })
})
