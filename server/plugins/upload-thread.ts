import { checkInThread } from '../http/upload-thread'

const SMALL = '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><path d="M0 0H10V10Z"/></svg>'

/**
 * The first thread of a process takes far longer to start than those after it, and holds everybody up: it starts while nobody is here
 * yet.
 */
export default defineNitroPlugin(() => {
  void checkInThread({
    source: { kind: 'svg', file: '', traced: false, text: SMALL },
    size: { width: 10, capital: null },
    faces: {},
    design: { polarity: 'shape', margin: 0, through: false },
    fixed: true,
    found: { width: 10, height: 10, openArea: 50 },
  })
})
