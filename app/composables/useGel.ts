import { formatDay } from '#core/basics/zone'

/** The gel for burns as it stands on the shelf today. */
export function useGel() {
  const studio = useStudioStore()
  const houseTime = useHouseTime()
  const until = computed(() => studio.studio?.gelExpiresOn ?? null)
  const state = computed((): 'none' | 'expired' | 'in date' => {
    if (until.value === null) return 'none'
    return until.value < houseTime.today() ? 'expired' : 'in date'
  })
  const words = computed(() => {
    if (until.value === null) return 'none on the shelf. Get some before cream is opened; until then flush for 15 min and more.'
    const date = formatDay(until.value, 'd MMMM yyyy')
    return state.value === 'expired' ? `expired on ${date}. Replace it.` : `in date until ${date}.`
  })
  return reactive({ state, words })
}
