import { listCoupons } from '../db/queries/coupons'
import { route } from '../http/handler'

/** Coupons of all bottles, newest first, to compare them. */
export default route((_, { pool }) => listCoupons(pool))
