import { computed, getCurrentScope, onScopeDispose, shallowReactive } from 'vue'

/** What a screen shows and did not get, by the words people have for it, and how it is asked for again. */
interface Missing {
  words: string
  again: () => Promise<unknown>
}
const missing = shallowReactive(new Map<symbol, Missing>())

/** Who has to sign in again, and what is no longer there, the page itself tells. */
const TOLD_ELSEWHERE = [401, 404]

/**
 * A load whose failure every screen tells until it succeeds: a list that did not come looks like an empty one. What a component asks for
 * is forgotten together with it.
 * @param words for what is loaded, as in "couldn't load the shelf"
 * @returns the load; it rejects as `load` does
 */
export function toldLoad<A extends unknown[], T>(words: string, load: (...args: A) => Promise<T>): (...args: A) => Promise<T> {
  const key = Symbol(words)
  let gone = false
  if (getCurrentScope()) {
    onScopeDispose(() => {
      gone = true
      missing.delete(key)
    })
  }
  const ask = async (...args: A): Promise<T> => {
    try {
      const found = await load(...args)
      missing.delete(key)
      return found
    }
    catch (error) {
      const { status } = error as { status?: number }
      if (!gone && !TOLD_ELSEWHERE.includes(status ?? 0)) missing.set(key, { words, again: () => ask(...args) })
      throw error
    }
  }
  return ask
}

/** The same for those who do nothing else about a failure. */
export function quietLoad<A extends unknown[]>(words: string, load: (...args: A) => Promise<unknown>): (...args: A) => Promise<void> {
  const ask = toldLoad(words, load)
  return (...args) => ask(...args).then(() => {}, () => {})
}

/** What is missing on this screen, in a sentence, and a way to ask for all of it again. */
export function useMissing() {
  const sentence = computed(() => {
    const words = [...new Set([...missing.values()].map(m => m.words))]
    if (words.length === 0) return ''
    return `Crest couldn't load ${new Intl.ListFormat('en').format(words)}. What you see may be old or incomplete.`
  })
  const again = () => Promise.allSettled([...missing.values()].map(m => m.again()))
  return { sentence, again }
}
