import { useLocalStorage } from '@vueuse/core'

/** The key that this device's foot pedal sends; pedals pretend to be keyboards. Kept on the device. */
const code = () => useLocalStorage('crest:pedal', '')

export function usePedal() {
  const pedal = code()
  return { pedal, isPedal: (event: KeyboardEvent) => pedal.value !== '' && event.code === pedal.value }
}
