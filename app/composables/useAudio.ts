import { useEventListener } from '@vueuse/core'

let audio: AudioContext | undefined

/** What the device sounds with; undefined until somebody touched this page. */
export const audioHere = () => audio
export const needAudio = () => (audio ??= new AudioContext())

/** A browser lets a page sound only after somebody touched it: once they did, alarms may. Called once by the app. */
export function runAudio() {
  useEventListener(document, ['pointerdown', 'keydown'], () => {
    const here = needAudio()
    if (here.state === 'suspended') void here.resume()
  })
}
