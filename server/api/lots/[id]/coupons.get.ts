import { listCoupons } from '../../../db/queries/coupons'
import { pageRoute, pathId } from '../../../http/handler'

export default pageRoute((pool, after, event) => listCoupons(pool, pathId(event, 'bottle'), after))
