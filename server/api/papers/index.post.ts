import { getQuery } from 'h3'
import { checkInThread } from '../../http/upload-thread'
import { route } from '../../http/handler'
import { addPaper } from '../../services/papers'

/** A PDF as it is, in the body; what it is in the query. */
export default route((event, context) =>
  addPaper(context, getQuery(event), (event.context.body as Buffer | undefined) ?? Buffer.alloc(0), checkInThread),
)
