import { listLogViews } from '../../db/queries/log-views'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listLogViews(pool, afterRow(event)))
