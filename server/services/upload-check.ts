import { checkArt } from './art-check'
import type { UploadTask } from './art-check'
import { checkPaper } from './paper-check'

/** Looks at an upload: why it can't be kept, null when it can. It may take long, so the server does it in a thread (`upload-thread`). */
export const checkUpload = (task: UploadTask): Promise<string | null> =>
  'kind' in task && task.kind === 'paper' ? checkPaper(task.file) : checkArt(task)
