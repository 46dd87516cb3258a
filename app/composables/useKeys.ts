import { useEventListener } from '@vueuse/core'

export const KEYS = [
  { key: '!', text: 'Cautions' },
  { key: 'n', text: 'New job' },
  { key: 'b', text: 'Bench' },
  { key: 't', text: 'Today' },
  { key: 'd', text: 'The day: who does what when' },
  { key: '/', text: 'Search the log' },
  { key: 'Space', text: 'The one thing to do at the bench' },
  { key: '?', text: 'These keys' },
] as const

/** Fields, and lists in which letters search. Buttons to tick or choose with take no letters. */
const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement
  && (target.isContentEditable
    || /^(TEXTAREA|SELECT)$/.test(target.tagName)
    || (target instanceof HTMLInputElement && !/^(radio|checkbox|range)$/.test(target.type))
    || target.closest('[role="combobox"], [role="listbox"]') !== null)

/** One-letter keys, live everywhere but while somebody types. */
export function runKeys(open: { cautions: () => void, keys: () => void }) {
  const go: Record<string, () => unknown> = {
    '!': open.cautions,
    '?': open.keys,
    'n': () => navigateTo('/plan/new'),
    'b': () => navigateTo('/bench'),
    't': () => navigateTo('/'),
    'd': () => navigateTo('/day'),
    '/': () => navigateTo({ path: '/log', query: { find: '' } }),
  }
  const session = useSessionStore()
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
    const action = go[event.key]
    if (!action || (!session.signedIn && event.key !== '!')) return
    event.preventDefault()
    action()
  })
}
