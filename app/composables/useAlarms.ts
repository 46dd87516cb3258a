import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { announcements, byUrgency, calls } from '#core/bench/run'
import type { AlarmLevel, Announcement } from '#core/bench/run'

/** Notes (Hz) and their lengths (s). No two levels sound alike: a low hum, rising pair, triple knock, falling siren, unbroken siren. */
const TUNES: Record<AlarmLevel, { notes: [number, number][], type: OscillatorType, repeatMs: number }> = {
  care: { notes: [[330, 0.5]], type: 'sine', repeatMs: 20_000 },
  soon: {
    notes: [
      [523, 0.18],
      [659, 0.28],
    ],
    type: 'sine',
    repeatMs: Infinity,
  },
  now: {
    notes: [
      [880, 0.14],
      [0, 0.08],
      [880, 0.14],
      [0, 0.08],
      [880, 0.3],
    ],
    type: 'triangle',
    repeatMs: 8000,
  },
  over: {
    notes: [
      [988, 0.25],
      [494, 0.35],
      [988, 0.25],
      [494, 0.35],
    ],
    type: 'sawtooth',
    repeatMs: 4000,
  },
  harm: {
    notes: [
      [1319, 0.15],
      [659, 0.15],
      [1319, 0.15],
      [659, 0.15],
      [1319, 0.15],
      [659, 0.15],
    ],
    type: 'square',
    repeatMs: 2000,
  },
}

/** Kept on the device: a tablet in the office may be silent, the one at the bench not. */
export const useSoundSetting = () => ({ sound: useLocalStorage('crest:sound', true) })

function play(level: AlarmLevel) {
  const audio = audioHere()
  if (audio?.state !== 'running') return
  let at = audio.currentTime
  for (const [frequency, length] of TUNES[level].notes) {
    if (frequency > 0) {
      const tone = audio.createOscillator()
      const gain = audio.createGain()
      tone.type = TUNES[level].type
      tone.frequency.value = frequency
      gain.gain.setValueAtTime(0.0001, at)
      gain.gain.exponentialRampToValueAtTime(0.4, at + 0.02)
      gain.gain.exponentialRampToValueAtTime(0.0001, at + length)
      tone.connect(gain).connect(audio.destination)
      tone.start(at)
      tone.stop(at + length)
    }
    at += length
  }
}

function speak(sentence: string) {
  if (!('speechSynthesis' in window)) return
  const words = new SpeechSynthesisUtterance(sentence)
  words.lang = 'en'
  window.speechSynthesis.cancel()
  window.speechSynthesis.speak(words)
}

/** Alarms of all running pieces on this device, with sound and a spoken sentence. */
export function useAlarms() {
  const work = useWorkStore()
  const turns = useTurnsStore()
  const { half: now } = useServerClock()
  const { sound } = useSoundSetting()
  const raised = new Map<string, number>()
  const session = useSessionStore()

  const standing = computed<(Announcement & { runId: string })[]>(() =>
    work.runs
      .flatMap(r => announcements(r.plan, work.state(r), now.value, turns.of(r)).map(a => ({ ...a, runId: r.id })))
      .sort(byUrgency),
  )

  function raise() {
    const keys = new Set(standing.value.map(a => `${a.runId}:${a.key}`))
    for (const key of raised.keys()) if (!keys.has(key)) raised.delete(key)
    // The most urgent one speaks; two sentences at once are none.
    const due = standing.value.find(
      a =>
        calls(a, session.person?.id ?? null, now.value)
        && performance.now() - (raised.get(`${a.runId}:${a.key}`) ?? -Infinity) >= TUNES[a.level].repeatMs,
    )
    if (!due) return
    raised.set(`${due.runId}:${due.key}`, performance.now())
    if (!sound.value) return
    play(due.level)
    speak(due.sentence)
  }

  useIntervalFn(raise, 500)

  return { standing }
}

/** What each alarm says, for trying them before a run. */
export const ALARM_TESTS: { level: AlarmLevel, name: string, sentence: string }[] = [
  { level: 'care', name: 'Look after it', sentence: 'Look for drips on tumbler 3 and push them back.' },
  { level: 'soon', name: 'Soon', sentence: 'Get ready: tumbler 3 in half a minute.' },
  { level: 'now', name: 'Now', sentence: 'Rinse tumbler 3 now.' },
  { level: 'over', name: 'Late', sentence: 'Tumbler 3 is late. Rinse it now: no harm is known up to 10 min.' },
  { level: 'harm', name: 'Long past', sentence: 'Tumbler 3 is long past the time. Rinse it now, then look at the edges.' },
]

/** Whether this browser can speak; without it the alarms only sound. */
export const canSpeak = () => 'speechSynthesis' in window && window.speechSynthesis.getVoices().length > 0

/** Lets people hear before a run that this device can be heard. @returns false when the browser gives no sound */
export function testAlarm(level: AlarmLevel): boolean {
  const audio = needAudio()
  play(level)
  speak(ALARM_TESTS.find(t => t.level === level)!.sentence)
  return audio.state === 'running'
}
