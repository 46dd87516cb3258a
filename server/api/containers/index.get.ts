import { listContainers } from '../../db/queries/waste'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listContainers(pool, afterRow(event)))
