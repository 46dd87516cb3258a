import { pathId, route } from '../../../http/handler'
import { oneSheet } from '../../../services/sheets'

export default route((event, { pool }) => oneSheet(pool, pathId(event, 'cut sheet')))
