import { useLocalStorage } from '@vueuse/core'

/** Dark at the bench, light in the office; kept on the device. */
export function useTheme() {
  const name = useLocalStorage<'dark' | 'light'>('crest:theme', 'dark')
  return { name, flip: () => (name.value = name.value === 'dark' ? 'light' : 'dark') }
}
