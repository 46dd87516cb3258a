import { listLogViews } from '../../db/queries/log-views'
import { pageRoute } from '../../http/handler'

export default pageRoute(listLogViews)
