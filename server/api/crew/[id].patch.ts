import { changePersonAccountSchema } from '#shared/accounts'
import { peopleByIds } from '../../db/queries/people'
import { body, pathId, route } from '../../http/handler'
import { currentSession, openSession } from '../../http/session'
import { changeAccount } from '../../services/accounts'

export default route(async (event, context) => {
  const id = pathId(event, 'person')
  await changeAccount(context, id, await body(event, changePersonAccountSchema))
  // A new password ends all sessions but the one it was set in.
  const { session } = await currentSession(event).catch(() => ({ session: null }))
  if (!session && id === context.by) {
    const [me] = await peopleByIds(context.pool, [id])
    if (me?.active) await openSession(event, { openedBy: id, openedByEpoch: me.sessionEpoch, person: id, personEpoch: me.sessionEpoch })
  }
  return { ok: true }
})
