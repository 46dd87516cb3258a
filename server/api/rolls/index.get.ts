import { listRolls } from '../../db/queries/sheets'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listRolls(pool, afterRow(event)))
