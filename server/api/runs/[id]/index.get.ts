import { pathId, route } from '../../../http/handler'
import { runWithEvents } from '../../../services/runs'

export default route((event, { pool, now }) => runWithEvents(pool, pathId(event, 'run'), now()))
