import { computed, ref, shallowRef, watch } from 'vue'
import { until, useDebounceFn } from '@vueuse/core'
import { Superseded } from './useReckoner'

/** How long nothing more is typed before it is asked, ms. */
const CALM = 250

/** What is asked, and a key that changes with it. */
export interface Wanted<Question> {
  key: string
  question: Question
}

/**
 * An answer that takes a while, to what somebody is still writing: asked once the hand rests, and shown with the question it belongs to.
 * @param wanted what is to be asked by now; null while it can't be
 * @param ask answers, refuses with an error, or ends with {@link Superseded} where nobody waits for it any more
 */
export function useLook<Question, Answer>(wanted: () => Wanted<Question> | null, ask: (question: Question) => Promise<Answer>) {
  const key = computed(() => wanted()?.key ?? null)
  const found = shallowRef<{ question: Question, answer: Answer } | null>(null)
  const look = computed(() => found.value?.answer ?? null)
  /** What the answer that is shown was asked. */
  const asked = computed(() => found.value?.question ?? null)
  /** Why there is no answer to what was asked last. */
  const refused = ref('')
  /** What the last answer, or refusal, belongs to. */
  const answered = ref<string | null>(null)
  /** What was written has not been asked yet. */
  const due = ref(false)
  /** Something in the answer is held by hand: no other takes its place. */
  const holding = ref(false)
  const stops = ref(0)

  async function lookNow() {
    due.value = false
    const now = wanted()
    if (!now) return
    try {
      const answer = await ask(now.question)
      await until(holding).toBe(false)
      found.value = { question: now.question, answer }
      refused.value = ''
      answered.value = now.key
    }
    catch (error) {
      if (error instanceof Superseded) return
      refused.value = (error as Error).message
      answered.value = now.key
    }
  }
  const soon = useDebounceFn(lookNow, CALM)
  watch(
    key,
    () => {
      due.value = key.value !== null
      void soon()
    },
    { immediate: true },
  )
  /** What was asked is gone. */
  function forget() {
    found.value = null
    refused.value = ''
    answered.value = null
  }
  /** Nobody waits any more. */
  const stop = () => void stops.value++

  /** Waits until the answer is that to what is written now, however lately that was. */
  async function stand(): Promise<'stands' | 'refused' | 'stopped'> {
    const before = stops.value
    if (answered.value !== key.value) void lookNow()
    await until(() => answered.value === key.value || stops.value !== before).toBe(true)
    if (answered.value !== key.value) return 'stopped'
    return refused.value === '' ? 'stands' : 'refused'
  }
  return { look, asked, refused, due, holding, forget, stop, stand }
}
