import { listCoupons } from '../db/queries/coupons'
import { pageRoute } from '../http/handler'

/** Coupons of all bottles, newest first, to compare them. */
export default pageRoute((pool, after) => listCoupons(pool, null, after))
