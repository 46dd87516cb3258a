import { idSchema } from '#shared/ids'
import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { cutSheet } from '../../../services/sheets'

const mm = z.number().min(0).max(100_000)
const schema = z.object({
  rolls: z.array(z.object({ id: idSchema, was: mm, left: mm })).max(200),
  scraps: z.array(z.object({ from: idSchema, width: mm.positive(), length: mm.positive() })).max(200),
})

export default route(async (event, context) => cutSheet(context, pathId(event, 'cut sheet'), await body(event, schema)))
