import { describe, expect, it } from 'vitest'
import { pressGuard } from './usePress'

const turn = () => new Promise(resolve => setTimeout(resolve))

describe('what appears during a press', () => {
  it('waits until the press is over and its click was heard', async () => {
    const page = new EventTarget()
    const seen: string[] = []
    const afterPress = pressGuard(page)
    afterPress(() => seen.push('nothing is pressed'))
    page.addEventListener('click', () => seen.push('click'))
    page.dispatchEvent(new Event('pointerdown'))
    afterPress(() => seen.push('first'))
    afterPress(() => seen.push('second'))
    page.dispatchEvent(new Event('pointerup'))
    page.dispatchEvent(new Event('click'))
    expect(seen).toEqual(['nothing is pressed', 'click'])
    await turn()
    expect(seen.slice(2)).toEqual(['first', 'second'])
    afterPress(() => seen.push('at once'))
    expect(seen.at(-1)).toBe('at once')
  })
  it('does not wait for a press that became a scroll', async () => {
    const page = new EventTarget()
    const seen: string[] = []
    const afterPress = pressGuard(page)
    page.dispatchEvent(new Event('pointerdown'))
    afterPress(() => seen.push('said'))
    page.dispatchEvent(new Event('pointercancel'))
    await turn()
    expect(seen).toEqual(['said'])
  })
})
