import { effectScope, nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { useWorkedOut } from './useWorkedOut'

let scope = effectScope()
beforeEach(() => (scope = effectScope()))
afterEach(() => scope.stop())
/** Work that ends when it is told to, in any order. */
function bench() {
  const begun: string[] = []
  const ends = new Map<string, { done: (value: string) => void, refuse: (error: Error) => void }>()
  const workOut = (name: string) => {
    begun.push(name)
    return new Promise<string>((done, refuse) => ends.set(name, { done, refuse }))
  }
  const settle = () => new Promise(resolve => setTimeout(resolve))
  const end = async (name: string) => {
    ends.get(name)!.done(`the ${name}`)
    await settle()
  }
  const refuse = async (name: string) => {
    ends.get(name)!.refuse(new Error(`no ${name}`))
    await settle()
  }
  return { begun, workOut, end, refuse }
}

describe('what takes a while to work out', () => {
  it('is worked out one by one, and nothing gets lost when more is wanted meanwhile', async () => {
    const { begun, workOut, end } = bench()
    const wanted = ref(['wheel', 'rope'])
    const { found, complete } = scope.run(() => useWorkedOut(() => wanted.value, workOut))!
    expect(begun).toEqual(['wheel'])
    wanted.value = ['anchor', 'wheel', 'rope']
    await nextTick()
    // Still the one that was begun.
    expect(begun).toEqual(['wheel'])
    for (const name of ['wheel', 'anchor', 'rope']) {
      expect(complete.value).toBe(false)
      await end(name)
    }
    expect(begun).toEqual(['wheel', 'anchor', 'rope'])
    expect([...found.value]).toEqual([['wheel', 'the wheel'], ['anchor', 'the anchor'], ['rope', 'the rope']])
    expect(complete.value).toBe(true)
  })
  it('keeps no other back where it is refused, says so, and is tried again when something else is wanted', async () => {
    const { begun, workOut, end, refuse } = bench()
    const wanted = ref(['wheel', 'rope'])
    const { complete, problem } = scope.run(() => useWorkedOut(() => wanted.value, workOut))!
    await refuse('wheel')
    expect(problem.value).toEqual({ name: 'wheel', error: new Error('no wheel') })
    await end('rope')
    expect([begun, complete.value]).toEqual([['wheel', 'rope'], false])
    wanted.value = ['wheel']
    await nextTick()
    expect(problem.value).toBe(null)
    await end('wheel')
    expect([begun, complete.value]).toEqual([['wheel', 'rope', 'wheel'], true])
  })
  it('leaves out what is wanted no more', async () => {
    const { begun, workOut, end } = bench()
    const wanted = ref(['wheel', 'rope'])
    const { complete } = scope.run(() => useWorkedOut(() => wanted.value, workOut))!
    wanted.value = ['wheel']
    await end('wheel')
    expect([begun, complete.value]).toEqual([['wheel'], true])
  })
  it('ends with the screen it is for', async () => {
    const { begun, workOut, end } = bench()
    scope.run(() => useWorkedOut(() => ['wheel', 'rope'], workOut))
    scope.stop()
    await end('wheel')
    expect(begun).toEqual(['wheel'])
  })
})
