import { ApiError } from './useApi'

/** What a screen shows and did not get, by the words people have for it, and how it is asked for again. */
interface Missing {
  words: string
  again: () => Promise<unknown>
}
const missing = shallowReactive(new Map<symbol, Missing>())

/** Whoever has to sign in again, and what is no longer there, is told of by the page itself. */
const ownWords = (error: unknown) => error instanceof ApiError && (error.status === 401 || error.status === 404)

/**
 * A fetch whose failure every screen tells until it comes, however quiet its caller is: a list that did not come looks like an empty
 * one. What a component asks for is forgotten together with it.
 * @param words for what is fetched, as in "couldn't load the shelf"
 */
export function told<A extends unknown[], T>(words: string, fetch: (...args: A) => Promise<T>): (...args: A) => Promise<T> {
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
      const found = await fetch(...args)
      missing.delete(key)
      return found
    }
    catch (error) {
      if (!gone && !ownWords(error)) missing.set(key, { words, again: () => ask(...args) })
      throw error
    }
  }
  return ask
}

const LIST = new Intl.ListFormat('en')

/** What is missing on this screen, in a sentence, and a way to ask for all of it again. */
export function useMissing() {
  const sentence = computed(() => {
    const words = [...new Set([...missing.values()].map(m => m.words))]
    return words.length === 0 ? '' : `Crest couldn't load ${LIST.format(words)}. What you see may be old or incomplete.`
  })
  const again = () => Promise.allSettled([...missing.values()].map(m => m.again()))
  return { sentence, again }
}
