import { listCustomers } from '../../db/queries/customers'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listCustomers(pool, afterRow(event)))
