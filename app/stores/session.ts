import { defineStore } from 'pinia'
import { takeSpan } from '#core/basics/zone'
import type { SteadySpan } from '#core/basics/zone'
import type { FirstRun, Person, SignedIn } from '#shared/accounts'

interface SessionAnswer {
  signedIn: SignedIn | null
  firstRun?: boolean
  sample?: boolean
  /** The studio's. */
  timeZone?: string
  /** While its wall clock stays as far from UTC as it is now. */
  span?: SteadySpan | null
}

/** Who is at this device. */
export const useSessionStore = defineStore('session', () => {
  const signedIn = ref<SignedIn | null>(null)
  const firstRun = ref(false)
  const sample = ref(false)
  const known = ref(false)
  const timeZone = ref<string | null>(null)
  const person = computed<Person | null>(() => signedIn.value?.person ?? null)
  const isLead = computed(() => person.value?.role === 'lead')

  function take(answer: SessionAnswer) {
    // An answer that the device kept from an older version names nobody else.
    const of = answer.signedIn
    signedIn.value = of && { ...of, people: of.people ?? [of.person.id] }
    rememberIn(answer.signedIn !== null)
    firstRun.value = answer.firstRun ?? false
    sample.value = answer.sample ?? sample.value
    if (answer.timeZone && answer.span) takeSpan(answer.timeZone, answer.span)
    timeZone.value = answer.timeZone ?? timeZone.value
    known.value = true
  }

  /** Who is at the device is one fact for all its tabs: what changes in one is asked for in the others. */
  const told = new BroadcastChannel('crest:session')
  told.onmessage = () => void follow().catch(() => {})
  async function follow() {
    await load()
    const at = useRoute()
    if (!signedIn.value) await navigateTo({ path: '/sign-in', query: { to: at.fullPath } })
    else if (at.path === '/sign-in') await navigateTo(typeof at.query.to === 'string' ? at.query.to : '/')
  }

  const load = async () => take(await api<SessionAnswer>('session'))
  /** The device keeps the last answer about who is in, for a start without network: it has to be that of the person who is. */
  async function takeNew(answer: SessionAnswer) {
    take(answer)
    told.postMessage('changed')
    if (navigator.serviceWorker?.controller) await load().catch(() => {})
  }
  const signIn = async (entry: { name: string, password: string }) => takeNew(await api('session', 'POST', entry))
  async function signOut() {
    take(await api('session', 'DELETE'))
    told.postMessage('changed')
    // What is kept for a start without network is somebody's: it goes with them.
    navigator.serviceWorker?.controller?.postMessage('forget')
  }
  const changePerson = async (entry: { personId: string, pin: string }) => takeNew(await api('session/person', 'POST', entry))
  const setUp = async (entry: FirstRun) => takeNew(await api('first-run', 'POST', entry))

  /** The server no longer knows the session: the route guard asks for a sign-in and comes back here. */
  function lost() {
    if (!signedIn.value) return
    signedIn.value = null
    void navigateTo({ path: '/sign-in', query: { to: useRoute().fullPath } })
  }

  return { signedIn, firstRun, sample, timeZone, known, person, isLead, load, signIn, signOut, changePerson, setUp, lost }
})
