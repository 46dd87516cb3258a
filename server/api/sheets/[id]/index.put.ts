import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../../http/handler'
import { changeSheet } from '../../../services/sheets'

const schema = z.object({ sheet: z.record(z.string(), z.unknown()), version: versionField, putAway: z.boolean() })

export default route(async (event, context) => {
  const { sheet, version, putAway } = await body(event, schema)
  return changeSheet(context, pathId(event, 'cut sheet'), sheet, version, putAway)
})
