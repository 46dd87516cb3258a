import { listSheets } from '../../db/queries/sheets'
import { pageRoute } from '../../http/handler'

export default pageRoute(listSheets)
