import { z } from 'zod'
import { uuidV7Schema } from './ids'

/** A face of letters that the studio loaded for itself. */
export interface OwnFace {
  id: string
  name: string
}
/** What is said of a font file beside the file itself. */
export const faceHeadSchema = z.object({
  id: uuidV7Schema,
  name: z.string().trim().min(1, 'Write what the face is called.').max(60, 'Keep it under 60 letters.'),
})
/** Bytes of a font file. */
export const FACE_LIMIT = 2_000_000
