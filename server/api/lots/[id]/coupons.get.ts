import { listCoupons } from '../../../db/queries/coupons'
import { afterRow, pathId, route } from '../../../http/handler'

export default route((event, { pool }) => listCoupons(pool, pathId(event, 'bottle'), afterRow(event)))
