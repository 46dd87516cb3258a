import { getQuery } from 'h3'
import { checkInThread } from '../../http/upload-thread'
import { route } from '../../http/handler'
import { addFace } from '../../services/faces'

/** A font file as it is, in the body; its id and name in the query. */
export default route((event, context) =>
  addFace(context, getQuery(event), (event.context.body as Buffer | undefined) ?? Buffer.alloc(0), checkInThread),
)
