import { steadySpan } from '#core/basics/zone'
import { readStudio } from '../../db/queries/studio'
import { database } from '../../http/database'
import { openRoute } from '../../http/handler'
import { whoIsIn } from '../../http/session'
import { studioOf } from '../../services/studio'
import { isFirstRun, signedInOf } from '../../services/accounts'

/** Who is in; without a session, only whether the studio still has to be set up and whether it is the sample one. */
export default openRoute(async (event) => {
  const session = await whoIsIn(event)
  if (session) {
    const { rules } = await studioOf(database())
    const serverTime = Date.now()
    const zone = { timeZone: rules.timeZone, span: steadySpan(rules.timeZone, serverTime) }
    return { signedIn: signedInOf(session), firstRun: false, sample: false, ...zone, serverTime }
  }
  const [firstRun, studio] = [await isFirstRun(database()), await readStudio(database())]
  return { signedIn: null, firstRun, sample: studio?.sample ?? false, serverTime: Date.now() }
})
