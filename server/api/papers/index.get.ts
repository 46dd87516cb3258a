import { getQuery } from 'h3'
import { z } from 'zod'
import { listPapers } from '../../db/queries/papers'
import { route } from '../../http/handler'
import { Refusal } from '../../services/refusal'

const schema = z.union([z.object({ product: z.string().min(1).max(80) }), z.object({ container: z.uuid() })])

export default route((event, { pool }) => {
  const of = schema.safeParse(getQuery(event))
  if (!of.success) throw new Refusal(400, 'It is not said whose papers are wanted.')
  return listPapers(pool, of.data)
})
