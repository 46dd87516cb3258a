import { figuresSchema } from '#shared/artworks'
import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../http/handler'
import { checkInThread } from '../../http/upload-thread'
import { changeArtwork } from '../../services/artworks'

const schema = z.object({
  artwork: z.record(z.string(), z.unknown()),
  figures: figuresSchema,
  version: versionField,
  putAway: z.boolean(),
})

export default route(async (event, context) => {
  const { artwork, figures, version, putAway } = await body(event, schema)
  return changeArtwork(context, pathId(event, 'stencil'), artwork, figures, version, putAway, checkInThread)
})
