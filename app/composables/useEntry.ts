import type { z } from 'zod'
import { fieldErrors } from '#shared/fields'

/**
 * A form checked by the same schema as the request. Errors show for a field once it was left, and for all after a
 * try to save; the server's own messages join them. `all` holds them from the start.
 */
export function useEntry<S extends z.ZodType>(schema: () => S, form: () => z.input<S>) {
  const tried = ref(false)
  const left = reactive(new Set<string>())
  const afterPress = usePress()
  const fromServer = ref<Record<string, string>>({})
  const problem = ref('')
  const busy = ref(false)

  const parsed = computed(() => schema().safeParse(form()))
  const all = computed(() => ({ ...(parsed.value.success ? {} : fieldErrors(parsed.value.error!)), ...fromServer.value }))
  const errors = computed(() =>
    tried.value ? all.value : Object.fromEntries(Object.entries(all.value).filter(([name]) => left.has(name))),
  )
  watch(form, () => (fromServer.value = {}), { deep: true })

  /** Runs `save` with the checked entry; a refusal stands beside its field or in `problem`. @returns what `save` gave, or undefined */
  async function submit<T>(save: (entry: z.output<S>) => Promise<T>): Promise<T | undefined> {
    tried.value = true
    problem.value = ''
    if (!parsed.value.success) {
      problem.value = 'Some entries need another look. Nothing was lost.'
      await nextTick()
      document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
      return undefined
    }
    busy.value = true
    try {
      return await save(parsed.value.data as z.output<S>)
    }
    catch (error) {
      if (!(error instanceof ApiError)) throw error
      problem.value = error.message
      fromServer.value = error.fields
      return undefined
    }
    finally {
      busy.value = false
    }
  }

  const leave = (name: string) => afterPress(() => left.add(name))
  return { parsed, errors, all, problem, busy, leave, submit }
}
