import { parentPort } from 'node:worker_threads'
import { checkArt } from '../services/art-check'
import type { ArtTask, FaceTask } from '../services/art-check'

/** A thread for drawings and fonts, one after another: it is ended when one of them takes too long or too much. */
parentPort!.on('message', (task: ArtTask | FaceTask) => void checkArt(task).then(answer => parentPort!.postMessage(answer)))
