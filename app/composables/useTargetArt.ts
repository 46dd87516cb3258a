import type { Region } from '#core/basics/outline'
import type { Artwork } from '#shared/artworks'
import { boxOfTarget, targetArt } from '#shared/frost'
import type { FrostTarget, TargetArt } from '#shared/frost'

/** The art of a place as exactly as it can be had: as the artwork is today, or the small outline that was planned. */
export function useTargetArt(target: Readonly<Ref<FrostTarget | null>>) {
  const { ask } = useStencilWorker()
  const unit = useLengthUnit()
  const found = shallowRef<TargetArt | null>(null)
  /** Nothing is drawn: frost and clear have to be shown by hand. */
  const byHand = ref(false)
  async function exactOf(of: FrostTarget): Promise<Region | null> {
    if (!of.artworkId) return null
    const artwork = await api<Artwork>(`artworks/${of.artworkId}`)
    // What comes late must not take the worker from what is looked at by now.
    return target.value === of ? ask<Region>(keptOpenTask(artwork, unit.value)) : null
  }

  watch(
    target,
    async (of) => {
      found.value = null
      if (!of) return
      // Art that was thrown away since, or can't be had without network, leaves the outline of the plan.
      const exact = await exactOf(of).catch(() => null)
      if (target.value !== of) return
      const art = targetArt(of, exact)
      byHand.value = art === null
      found.value = art ?? boxOfTarget(of)
    },
    { immediate: true },
  )
  return { found, byHand }
}
