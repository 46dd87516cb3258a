import { listMoves } from '../../../db/queries/stock'
import { afterRow, pathId, route } from '../../../http/handler'

export default route((event, { pool }) => listMoves(pool, pathId(event, 'thing on the shelf'), afterRow(event)))
