import { listLevelChanges } from '../../../db/queries/lots'
import { afterRow, pathId, route } from '../../../http/handler'

export default route((event, { pool }) => listLevelChanges(pool, pathId(event, 'bottle'), afterRow(event)))
