import { listMoves } from '../../db/queries/stock'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listMoves(pool, null, afterRow(event)))
