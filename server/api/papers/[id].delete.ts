import { pathId, route } from '../../http/handler'
import { putPaperAway } from '../../services/papers'

export default route((event, context) => putPaperAway(context, pathId(event, 'paper')))
