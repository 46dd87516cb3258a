import { listTemplates } from '../../db/queries/templates'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listTemplates(pool, afterRow(event)))
