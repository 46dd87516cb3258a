import { startCouponSchema } from '#shared/coupons'
import { body, pathId, route } from '../../../http/handler'
import { startCoupon } from '../../../services/runs'

export default route(async (event, context) => {
  const { runId, order } = await body(event, startCouponSchema)
  return { id: await startCoupon(context, pathId(event, 'bottle'), runId, order) }
})
