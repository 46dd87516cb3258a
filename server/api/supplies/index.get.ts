import { listSupplies } from '../../db/queries/supplies'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listSupplies(pool, afterRow(event)))
