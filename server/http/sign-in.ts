import type { H3Event } from 'h3'
import type { SignedIn } from '#shared/accounts'
import { readSession, signedInOf, signIn } from '../services/accounts'
import { studioOf } from '../services/studio'
import { database } from './database'
import { keepSession } from './session'

/** Opens a session and gives it to the device. @throws Refusal */
export async function signInHere(
  event: H3Event,
  entry: { name: string, password: string },
  address: string,
): Promise<{ signedIn: SignedIn, timeZone: string }> {
  const id = await signIn(database(), new Date(), entry, address)
  await keepSession(event, id)
  const [session, studio] = [await readSession(database(), id, new Date()), await studioOf(database())]
  return { signedIn: signedInOf(session!), timeZone: studio.rules.timeZone }
}
