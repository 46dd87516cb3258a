import { listSheets } from '../../db/queries/sheets'
import { route } from '../../http/handler'

export default route((_, { pool }) => listSheets(pool))
