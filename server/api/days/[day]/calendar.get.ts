import { getQuery, setResponseHeaders } from 'h3'
import { idSchema } from '#shared/ids'
import { pathDay } from '../../../http/day'
import { route } from '../../../http/handler'
import { dayCalendar } from '../../../services/calendar'
import { notFound } from '../../../services/refusal'

/** The day as iCalendar; `?person=` for one person's own. */
export default route(async (event, { pool }) => {
  const day = pathDay(event)
  const { person } = getQuery(event)
  const who = person === undefined ? null : idSchema.safeParse(person)
  if (who && !who.success) throw notFound('person')
  const text = await dayCalendar(pool, day, who?.data ?? null)
  setResponseHeaders(event, {
    'content-type': 'text/calendar; charset=utf-8',
    'content-disposition': `attachment; filename="crest-${day}.ics"`,
  })
  return text
})
