import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../http/handler'
import { changeBlank } from '../../services/blanks'

const schema = z.object({ blank: z.record(z.string(), z.unknown()), version: versionField, putAway: z.boolean() })

export default route(async (event, context) => {
  const { blank, version, putAway } = await body(event, schema)
  return changeBlank(context, pathId(event, 'blank'), blank, version, putAway)
})
