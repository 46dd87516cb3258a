import { getQuery } from 'h3'
import { fieldErrors } from '#shared/fields'
import { PERIODS, worksSchema } from '#shared/works'
import type { Works } from '#shared/works'
import { dwellBins, faultCounts, tallies } from '../../db/queries/works'
import { route } from '../../http/handler'
import { Refusal } from '../../services/refusal'

const DAY_MS = 86_400_000

/** What judged pieces show, told apart by one thing. */
export default route(async (event, { pool, now }): Promise<Works> => {
  const asked = worksSchema.safeParse(getQuery(event))
  if (!asked.success) throw new Refusal(400, 'That can\'t be counted. Choose again.', fieldErrors(asked.error))
  const { days } = PERIODS.find(p => p.id === asked.data.period)!
  const since = days === null ? new Date(0) : new Date(now().getTime() - days * DAY_MS)
  const [kinds, faults, dwells] = await Promise.all([tallies(pool, asked.data.by, since), faultCounts(pool, since), dwellBins(pool, since)])
  return { ...kinds, ...faults, dwells }
})
