import { listCoupons } from '../db/queries/coupons'
import { afterRow, route } from '../http/handler'

/** Coupons of all bottles, newest first, to compare them. */
export default route((event, { pool }) => listCoupons(pool, null, afterRow(event)))
