import { parentPort, workerData } from 'node:worker_threads'
import { checkArt } from '../services/art-check'
import type { ArtTask, FaceTask } from '../services/art-check'

/** A thread of its own for one drawing or font: it is ended when it takes too long or too much. */
void checkArt(workerData as ArtTask | FaceTask).then(answer => parentPort!.postMessage(answer))
