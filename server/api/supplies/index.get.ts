import { listSupplies } from '../../db/queries/supplies'
import { pageRoute } from '../../http/handler'

export default pageRoute(listSupplies)
