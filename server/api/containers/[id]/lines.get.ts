import { containerLines } from '../../../db/queries/waste'
import { afterRow, pathId, route } from '../../../http/handler'

export default route((event, { pool }) => containerLines(pool, pathId(event, 'container'), afterRow(event)))
