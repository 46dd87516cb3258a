import { pathId, route } from '../../../http/handler'
import { oneCustomer } from '../../../services/customers'

export default route((event, { pool }) => oneCustomer(pool, pathId(event, 'customer')))
