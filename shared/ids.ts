import { z } from 'zod'

export const idSchema = z.uuid()

/** Made by clients, so that the same event sent twice is one event. */
export const uuidV7Schema = z.uuidv7()
