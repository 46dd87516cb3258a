import { useLocalStorage } from '@vueuse/core'
import type { Artwork, ArtworkForm } from '#shared/artworks'
import { ARTWORK_FORM, artworkSchema, sameForm } from '#shared/artworks'
import type { LengthUnit } from '#shared/fields'
import { asWritten } from '#shared/written'

interface Draft {
  version: number
  form: ArtworkForm
  /** What bare lengths in it were written in. */
  unit?: LengthUnit
}

/** A stencil's form as it is being made, kept on the device until it is saved. @param stored what it begins as */
export function useStencilDraft(artwork: Artwork | null, stored: ArtworkForm) {
  const unit = useLengthUnit()
  const draftOf = (form: ArtworkForm): Draft => ({ version: artwork?.version ?? 0, form, unit: unit.value })
  const draft = useLocalStorage<Draft | null>(`crest:stencil:${artwork?.id ?? 'new'}`, null, {
    serializer: { read: text => JSON.parse(text) as Draft | null, write: JSON.stringify },
    // A large drawing may be more than the device keeps: then it is only as safe as the page is.
    onError: () => {},
  })
  function begun(): ArtworkForm {
    if (draft.value?.version !== (artwork?.version ?? 0)) return structuredClone(stored)
    const { form, unit: meant = unit.value } = draft.value
    const whole = { ...ARTWORK_FORM, ...form }
    // What was written in the unit of then is not taken for that of now.
    return meant === unit.value ? whole : (asWritten(artworkSchema(meant), whole) as ArtworkForm)
  }
  const form = ref<ArtworkForm>(begun())
  const changed = computed(() => !sameForm(form.value, stored))
  let gone = false
  watch(form, (now) => {
    if (!gone) draft.value = changed.value ? draftOf(plain(now)) : null
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
