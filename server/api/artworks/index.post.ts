import { figuresSchema } from '#shared/artworks'
import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { checkInThread } from '../../http/upload-thread'
import { addArtwork } from '../../services/artworks'

/** The form itself is checked by the service, which knows the house unit. */
const schema = z.object({ id: uuidV7Schema, artwork: z.record(z.string(), z.unknown()), figures: figuresSchema })

export default route(async (event, context) => {
  const { id, artwork, figures } = await body(event, schema)
  return addArtwork(context, id, artwork, figures, checkInThread)
})
