import { listStock } from '../../db/queries/stock'
import { pageRoute } from '../../http/handler'

export default pageRoute(listStock)
