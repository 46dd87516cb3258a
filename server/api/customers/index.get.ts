import { listCustomers } from '../../db/queries/customers'
import { pageRoute } from '../../http/handler'

export default pageRoute(listCustomers)
