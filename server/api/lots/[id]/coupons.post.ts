import { couponSchema } from '#shared/coupons'
import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { addCoupon } from '../../../services/coupons'

const schema = z.object({ id: uuidV7Schema, coupon: couponSchema, runId: uuidV7Schema.nullable().default(null) })

export default route(async (event, context) => {
  const { id, coupon, runId } = await body(event, schema)
  return addCoupon(context, pathId(event, 'bottle'), id, coupon, runId)
})
