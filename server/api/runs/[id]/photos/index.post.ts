import { getQuery } from 'h3'
import { fieldErrors } from '#shared/fields'
import { photoHeadSchema } from '#shared/runs'
import { pathId, route } from '../../../../http/handler'
import { addPhoto } from '../../../../services/photos'
import { Refusal } from '../../../../services/refusal'

/** A picture as the camera gives it, in the body; what it shows in the query. */
export default route(async (event, context) => {
  const head = photoHeadSchema.safeParse(getQuery(event))
  if (!head.success) throw new Refusal(400, 'It is not said what this picture shows.', fieldErrors(head.error))
  return addPhoto(context, pathId(event, 'run'), head.data, (event.context.body as Buffer | undefined) ?? Buffer.alloc(0))
})
