import { getQuery } from 'h3'
import { fieldErrors } from '#shared/fields'
import { adviceSchema, findingsOf } from '#shared/works'
import { tallies } from '../../db/queries/works'
import { route } from '../../http/handler'
import { Refusal } from '../../services/refusal'

/** What the log shows of resists and bottles on one substrate, where it is more than chance. */
export default route(async (event, { pool }) => {
  const asked = adviceSchema.safeParse(getQuery(event))
  if (!asked.success) throw new Refusal(400, 'That can\'t be counted. Choose again.', fieldErrors(asked.error))
  const since = new Date(0)
  const { substrate } = asked.data
  const [resists, lots] = await Promise.all([tallies(pool, 'resist', since, substrate), tallies(pool, 'lot', since, substrate)])
  return [...findingsOf('resist', resists.tallies), ...findingsOf('lot', lots.tallies)]
})
