import { useWakeLock } from '@vueuse/core'

/** The screen stays awake while this is shown. */
export function useAwake() {
  const wake = useWakeLock()
  onMounted(() => void (wake.isSupported.value && wake.request('screen').catch(() => {})))
  onBeforeUnmount(() => void wake.release().catch(() => {}))
}
