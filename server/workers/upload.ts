import { parentPort } from 'node:worker_threads'
import type { UploadTask } from '../services/art-check'
import { checkUpload } from '../services/upload-check'

/** A thread for drawings, fonts and papers, one after another: it is ended when one of them takes too long or too much. */
parentPort?.on('message', (task: UploadTask) => void checkUpload(task).then(answer => parentPort?.postMessage(answer)))
