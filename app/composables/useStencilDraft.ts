import { useLocalStorage } from '@vueuse/core'
import type { Artwork, ArtworkForm } from '#shared/artworks'
import { ARTWORK_FORM, sameForm } from '#shared/artworks'

interface Draft {
  version: number
  form: ArtworkForm
}

/** A stencil's form as it is being made, kept on the device until it is saved. @param stored what it begins as */
export function useStencilDraft(artwork: Artwork | null, stored: ArtworkForm) {
  const fresh = (): Draft => ({ version: artwork?.version ?? 0, form: structuredClone(stored) })
  const draft = useLocalStorage<Draft | null>(`crest:stencil:${artwork?.id ?? 'new'}`, null, {
    serializer: { read: text => JSON.parse(text) as Draft | null, write: JSON.stringify },
    // A large drawing may be more than the device keeps: then it is only as safe as the page is.
    onError: () => {},
  })
  const usable = draft.value && draft.value.version === (artwork?.version ?? 0)
  const form = ref<ArtworkForm>(usable ? { ...ARTWORK_FORM, ...draft.value!.form } : fresh().form)
  const changed = computed(() => !sameForm(form.value, stored))
  let gone = false
  watch(form, (now) => {
    if (!gone) draft.value = changed.value ? { version: artwork?.version ?? 0, form: plain(now) } : null
  }, { deep: true })
  function clear() {
    form.value = structuredClone(stored)
    draft.value = null
  }
  /** Saved is saved: the device need not keep it any longer. */
  function forget() {
    gone = true
    draft.value = null
  }
  return { form, changed, clear, forget }
}
