import { listSheets } from '../../db/queries/sheets'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listSheets(pool, afterRow(event)))
