import { listLots } from '../../db/queries/lots'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listLots(pool, afterRow(event)))
