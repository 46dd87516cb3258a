<script setup lang="ts">
import { refDebounced } from '@vueuse/core'

const emit = defineEmits<{ cautions: [], keys: [] }>()
const session = useSessionStore()
const studio = useStudioStore()
const work = useWorkStore()
const theme = useTheme()
const { unsure } = useServerClock()
/** Sooner it is not worth a line that pushes the page down under a hand. ms */
const LATE_MS = 2500
const late = refDebounced(
  computed(() => work.outbox.length > 0),
  LATE_MS,
)
/** Whose entries wait for them to sign in here. */
const absent = computed(() =>
  work.absent.length === 0
    ? ''
    : `Those of ${new Intl.ListFormat('en').format(work.absent.map(studio.firstName))} are sent once they sign in here.`,
)
const { sentence: notLoaded, again: loadAgain } = useMissing()
// What did not come because the network was gone comes with it.
watch(reachable, yes => void (yes && notLoaded.value && loadAgain()))
const changing = ref(false)
const nuxt = useNuxtApp()
async function change() {
  await nuxt.runWithContext(needPrime)
  changing.value = true
}

/** In the order of the work: what is to do, plan it, get ready for it, do it, look back; then the studio itself. */
const links = [
  { to: '/', text: 'Today' },
  { to: '/plan/new', text: 'Plan' },
  { to: '/stencils', text: 'Stencils' },
  { to: '/blanks', text: 'Blanks' },
  { to: '/shelf', text: 'Shelf' },
  { to: '/coupons', text: 'Coupons' },
  { to: '/day', text: 'Day' },
  { to: '/bench', text: 'Bench' },
  { to: '/clean-up', text: 'Clean-up' },
  { to: '/log', text: 'Log' },
  { to: '/rules', text: 'House rules' },
  { to: '/crew', text: 'Crew' },
]
/** One listener for all of them: a dozen links that each watch the route take a twentieth of opening the first page. */
function follow(event: MouseEvent) {
  const link = event.target instanceof Element ? event.target.closest('a') : null
  // With a key held down the browser opens it elsewhere.
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return
  event.preventDefault()
  void navigateTo(link.pathname)
}
const route = useRoute()
const SECTION: Record<string, string> = {
  'hand-over': '/bench',
  'wash-up': '/bench',
  'look': '/bench',
  'plan': '/plan/new',
  'coupon': '/coupons',
  'blank': '/blanks',
  'stencil': '/stencils',
  'sheet': '/stencils',
  'works': '/log',
  'customers': '/',
  'customer': '/',
  'job': '/log',
  'quote': '/plan/new',
  'ledger': '/shelf',
  'stocktake': '/shelf',
  'stock': '/shelf',
  'tub': '/clean-up',
  'container': '/clean-up',
  'close': '/clean-up',
  'waste-rules': '/clean-up',
}
const section = computed(() => {
  const first = route.path.split('/')[1] ?? ''
  return SECTION[first] ?? `/${first}`
})
</script>

<template>
  <header class="bar no-print">
    <a class="skip" href="#main">Skip to content</a>
    <NuxtLink class="brand" to="/" aria-label="Crest, to Today">
      <svg viewBox="0 0 26 30" width="22" height="26" aria-hidden="true">
        <path d="M4 2h18l-2 26H6z" fill="none" stroke="currentColor" stroke-width="1.6" stroke-linejoin="round" />
        <path d="M5.2 17c2.4-2.8 5-2.8 7.8 0s5.4 2.8 7.8 0L20 27H6z" fill="var(--frost)" />
      </svg>
      <span>Crest</span>
    </NuxtLink>
    <nav v-if="session.signedIn" aria-label="Screens" @click="follow">
      <a
        v-for="link in links"
        :key="link.to"
        :href="link.to"
        :aria-current="section === link.to ? 'page' : undefined"
      >{{ link.text }}</a>
    </nav>
    <div class="right">
      <button v-if="session.person" class="person" type="button" @click="change">{{ session.person.name }}</button>
      <button class="plain" type="button" :aria-label="theme.name.value === 'dark' ? 'Light screen' : 'Dark screen'" @click="theme.flip()">
        <svg viewBox="0 0 20 20" width="18" height="18" aria-hidden="true">
          <circle cx="10" cy="10" r="7" fill="none" stroke="currentColor" stroke-width="1.8" />
          <path d="M10 3a7 7 0 0 1 0 14z" fill="currentColor" />
        </svg>
      </button>
      <button class="plain keys" type="button" aria-label="Keys" @click="emit('keys')">?</button>
      <button class="cautions" type="button" @click="emit('cautions')"><span aria-hidden="true">!</span> Cautions</button>
    </div>
    <p v-if="session.signedIn && studio.numbersMissing" class="nag">
      Emergency and poison numbers are not set.
      <NuxtLink to="/rules#numbers">{{ session.isLead ? 'Set them now' : 'Ask a lead to set them' }}</NuxtLink>
    </p>
    <p v-if="session.signedIn && !reachable" class="nag" role="status">
      No network. The bench goes on; what you enter is sent when it is back.
    </p>
    <p v-if="session.signedIn && reachable && notLoaded" class="nag" role="alert">
      {{ notLoaded }} <button type="button" class="as-link" @click="loadAgain">Try again</button>
    </p>
    <p v-if="work.forgetful" class="nag" role="alert">
      This browser can't save data on this device. Stay on this page until everything is sent, or use a window that is not private.
    </p>
    <p v-if="unsure" class="nag" role="alert">
      This device slept, or its clock was changed, and the server can't be asked. Compare the clocks with another device before you rely on
      them.
    </p>
    <p v-if="late && work.outbox.length" class="nag" role="status">
      {{ work.outbox.length === 1 ? 'One entry is' : `${work.outbox.length} entries are` }} kept on this device and on the way to the
      server.{{ absent ? ` ${absent}` : '' }}
    </p>
    <p v-if="work.tray.length" class="nag" role="alert">
      {{ work.tray.length === 1 ? 'One entry was not taken.' : `${work.tray.length} entries were not taken.` }}
      <NuxtLink to="/not-taken">See what to do</NuxtLink>
    </p>
    <LazyChangePerson v-if="changing" @close="changing = false" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.8rem;
  padding: 0.45rem 1.5rem;
  border-bottom: 1px solid var(--line);
  background: var(--ground);
  position: relative;
  z-index: 5;
}
.skip { position: absolute; left: -999rem; }
.skip:focus { left: 1rem; top: 0.5rem; background: var(--raised); padding: 0.4rem 0.8rem; z-index: 9; }
.brand { display: flex; align-items: center; gap: 0.5rem; text-decoration: none; color: var(--glass); min-height: 44px; }
.brand span { font: 700 1.65rem/1 var(--display); color: var(--text); letter-spacing: 0.02em; }
nav { display: flex; flex-wrap: wrap; gap: 0; }
nav a { color: var(--muted); text-decoration: none; padding: 0.65rem 0.38rem 0.5rem; border-bottom: 3px solid transparent; }
nav a:hover { color: var(--text); }
nav a[aria-current='page'] { color: var(--text); border-bottom-color: var(--frost); font-weight: 650; }
.right { margin-left: auto; display: flex; align-items: center; gap: 0.4rem; }
button {
  font: inherit;
  color: var(--text);
  background: none;
  border: 1px solid transparent;
  border-radius: 2px;
  min-height: 44px;
  min-width: 44px;
  padding: 0 0.7rem;
  cursor: pointer;
}
button:hover { border-color: var(--control-line); }
.plain { color: var(--muted); }
.person { text-decoration: underline dotted; text-underline-offset: 0.3em; }
.cautions { border: 2px solid var(--text); font-weight: 700; }
.cautions span { display: inline-block; font-family: var(--display); font-size: 1.3em; line-height: 1; margin-right: 0.15em; }
.nag { flex-basis: 100%; border-left: 4px double var(--frost); padding-left: 0.7rem; margin: 0.2rem 0; font-size: 0.95rem; }
@media (max-width: 60rem) {
  .bar { padding: 0.3rem 0.8rem; gap: 0 0.6rem; }
  nav { order: 3; flex-basis: 100%; flex-wrap: nowrap; overflow-x: auto; justify-content: space-between; }
  nav a { white-space: nowrap; padding: 0.7rem 0.4rem 0.5rem; }
}
@media (max-width: 40rem) {
  .person { max-width: 6.2rem; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; padding: 0 0.3rem; }
  .right { gap: 0; }
  .keys { display: none; }
  .cautions { padding: 0 0.5rem; }
  .plain { padding: 0; min-width: 38px; }
}
</style>
