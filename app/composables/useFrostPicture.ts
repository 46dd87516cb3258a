import { v7 } from 'uuid'
import { FrostRefused, middleLie } from '#core/bench/frost'
import type { Lie, Settled, Window } from '#core/bench/frost'
import type { Region } from '#core/basics/outline'
import type { CameraOrder } from '#shared/frost'
import type { FoundAnswer } from '~/workers/frost'

/** A picture that frost is read from, pixels as it is held upright; none are known before it was opened. */
export interface FrostPicture {
  blob: Blob
  key: string
  /** Taken by a stand-in for a camera. */
  simulated: boolean
  width: number
  height: number
}

/**
 * A picture, where the art lies in it, and what is read from it once that is known: by itself, or after a hand put the corners right.
 * @param read asks the worker and keeps what comes back; `found` is where the art was found by itself, null after a hand
 * @param reset whatever was read is of no more use
 */
export function useFrostPicture(
  art: Readonly<Ref<{ art: Region, window: Window } | null>>,
  read: (found: Settled | null) => Promise<void>,
  reset: () => void,
) {
  const studio = useStudioStore()
  const worker = useFrostWorker()
  const picture = shallowRef<FrostPicture | null>(null)
  const lie = shallowRef<Lie | null>(null)
  const problem = ref('')
  /** A hand moves something: what was read is of where it lay before. */
  const moving = ref(false)
  /** The studio's camera is taking one. */
  const taking = ref(false)

  function clear() {
    worker.cancel()
    picture.value = null
    lie.value = null
    moving.value = false
    problem.value = ''
    reset()
  }
  const asked = () => ({
    picture: picture.value!.blob,
    key: picture.value!.key,
    art: toRaw(art.value!.art),
    window: { ...art.value!.window },
    card: studio.rules.cardLightness,
  })
  /** Says what went wrong in a sentence; a question that nobody waits for any more says nothing. */
  async function tried(work: () => Promise<void>) {
    moving.value = false
    problem.value = ''
    reset()
    try {
      await work()
    }
    catch (error) {
      if (!(error instanceof Superseded)) problem.value = (error as Error).message
    }
  }
  async function look(blob: Blob, simulated: boolean) {
    clear()
    await tried(async () => {
      // Whoever is quick with the picture waits until the art is here.
      await until(art).not.toBeNull()
      const key = v7()
      picture.value = { blob, key, simulated, width: 0, height: 0 }
      const { width, height, found } = await worker.ask<FoundAnswer>({ kind: 'find', ...asked() }).catch((error) => {
        picture.value = null
        throw error
      })
      picture.value = { blob, key, simulated, width, height }
      lie.value = found?.lie ?? middleLie(art.value!.window, { width, height })
      if (found) await read(found)
      else throw new FrostRefused('not-found')
    })
  }
  /** A hand moves the frame. */
  const put = (to: Lie) => (lie.value = to)
  /** After a hand moved something. */
  const placed = () => tried(() => read(null))
  const picked = (file: File) => void look(file, false)
  /** @param of what the stand-in shows: the same for the same text @param strengths of each ring's frost, where they differ */
  async function fromCamera(of: string, strengths: number[] | null = null) {
    taking.value = true
    problem.value = ''
    try {
      const order: CameraOrder = {
        rings: art.value!.art.map(ring => [...ring].map(v => Number(v.toFixed(3)))),
        window: { ...art.value!.window },
        of,
        strengths,
      }
      const { picture: blob, simulated } = await apiPicture('camera/photo', order)
      await look(blob, simulated)
    }
    catch (error) {
      problem.value = (error as Error).message
    }
    finally {
      taking.value = false
    }
  }
  return { ...worker, picture, lie, problem, moving, taking, clear, asked, put, placed, picked, fromCamera }
}

/** A picture and the hand on it, for what shows it. */
export type FrostMeter = ReturnType<typeof useFrostPicture>
