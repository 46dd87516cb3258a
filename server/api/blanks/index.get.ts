import { listBlanks } from '../../db/queries/blanks'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listBlanks(pool, afterRow(event)))
