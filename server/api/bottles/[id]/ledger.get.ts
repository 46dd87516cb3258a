import { listLevelChanges } from '../../../db/queries/bottles'
import { afterRow, pathId, route } from '../../../http/handler'

export default route((event, { pool }) => listLevelChanges(pool, pathId(event, 'bottle'), afterRow(event)))
