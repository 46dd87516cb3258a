import { getRouterParam } from 'h3'
import { WASTE_IDS } from '#core/trade/waste'
import { wasteRuleSchema } from '#shared/tubs'
import { z } from 'zod'
import { body, passwordRoute } from '../../http/handler'
import { notFound } from '../../services/refusal'
import { writeRule } from '../../services/waste'

export default passwordRoute(async (event, context) => {
  const content = z.enum(WASTE_IDS).safeParse(getRouterParam(event, 'content'))
  if (!content.success) throw notFound('kind of waste')
  const { rule } = await body(event, z.object({ rule: wasteRuleSchema.nullable() }))
  return writeRule(context, content.data, rule)
})
