import { inject } from 'vitest'
import { Client, LEAD, MATE, newStudio } from './client'

/** The studio that all integration files share: the first to come sets it up. */
export async function sharedStudio(url = inject('appUrl')): Promise<{ lead: Client, mate: Client, mateId: string, leadId: string }> {
  const lead = new Client(url)
  const signedIn = await lead.signIn(LEAD.name, LEAD.password)
  if (signedIn.status !== 200) return newStudio(url).catch(() => sharedStudio(url))
  const mate = new Client(url)
  await mate.signIn(MATE.name, MATE.password)
  const { body: crew } = await lead.get<{ id: string, name: string }[]>('crew')
  const idOf = (name: string) => crew.find(p => p.name === name)!.id
  return { lead, mate, mateId: idOf(MATE.name), leadId: idOf(LEAD.name) }
}
