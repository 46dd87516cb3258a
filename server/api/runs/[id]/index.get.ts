import { getQuery } from 'h3'
import { z } from 'zod'
import { pathId, route } from '../../../http/handler'
import { runWithEvents } from '../../../services/runs'

const schema = z.object({ after: z.coerce.number().int().min(0).max(2_000_000_000).catch(0) })

/** A run with all its events, or with those after a number: `?after=`. */
export default route((event, { pool, now }) => runWithEvents(pool, pathId(event, 'run'), now(), schema.parse(getQuery(event)).after))
