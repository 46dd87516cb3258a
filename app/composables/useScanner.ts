/** A label is looked for so often; a camera gives no more that differs. ms */
const EVERY_MS = 150
/** A slow tablet rests this many times as long as it looked, so that its page still hears a finger. */
const REST = 2
/** Side of the picture that is looked through, px: a label fills a good part of it. */
const LOOKED_AT = 640

/** Reads QR codes with the tablet's camera. @param seen called with each text once it changes, and again when it was gone for a while */
export function useScanner(video: Readonly<Ref<HTMLVideoElement | null>>, seen: (text: string) => void) {
  const running = ref(false)
  const problem = ref('')
  let stream: MediaStream | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let last = ''
  let gone = 0

  async function start() {
    problem.value = ''
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
    }
    catch {
      problem.value = 'The camera can\'t be used here. Type the number that stands beside the code.'
      return
    }
    const { decodeQR } = await import('qr/decode.js')
    /** Text of the code in a picture; '' where there is none. */
    const decode = (picture: ImageData): string => {
      try {
        return decodeQR(picture)
      }
      catch {
        return ''
      }
    }
    video.value!.srcObject = stream
    await video.value!.play()
    running.value = true
    const canvas = document.createElement('canvas')
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    const look = () => {
      const { videoWidth, videoHeight } = video.value ?? { videoWidth: 0, videoHeight: 0 }
      if (!videoWidth) return
      const scale = Math.min(1, LOOKED_AT / Math.max(videoWidth, videoHeight))
      canvas.width = Math.round(videoWidth * scale)
      canvas.height = Math.round(videoHeight * scale)
      context.drawImage(video.value!, 0, 0, canvas.width, canvas.height)
      const text = decode(context.getImageData(0, 0, canvas.width, canvas.height))
      if (text === '') {
        // Held away and shown again, it is meant again.
        if (++gone > 10) last = ''
        return
      }
      gone = 0
      if (text === last) return
      last = text
      seen(text)
    }
    const next = () => {
      const began = performance.now()
      look()
      if (running.value) timer = setTimeout(next, Math.max(EVERY_MS, REST * (performance.now() - began)))
    }
    next()
  }
  function stop() {
    clearTimeout(timer)
    for (const track of stream?.getTracks() ?? []) track.stop()
    stream = null
    running.value = false
  }
  onBeforeUnmount(stop)
  return { running, problem, start, stop }
}
