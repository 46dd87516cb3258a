import { listCoupons } from '../../../db/queries/coupons'
import { pathId, route } from '../../../http/handler'

export default route((event, { pool }) => listCoupons(pool, pathId(event, 'bottle')))
