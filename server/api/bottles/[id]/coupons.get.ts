import { couponsOf } from '../../../db/queries/coupons'
import { pathId, route } from '../../../http/handler'

export default route((event, { pool }) => couponsOf(pool, pathId(event, 'bottle')))
