import { takenByRun } from '../../../db/queries/stock'
import { pathId, route } from '../../../http/handler'

export default route((event, { pool }) => takenByRun(pool, pathId(event, 'run')))
