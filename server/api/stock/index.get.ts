import { listStock } from '../../db/queries/stock'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listStock(pool, afterRow(event)))
