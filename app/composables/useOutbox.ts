import { v7 } from 'uuid'
import type { StoredEvent } from '#shared/runs'
import { Outbox } from '~/outbox/outbox'
import type { Answered, Entry, Kept, OutboxParts } from '~/outbox/outbox'
import { deviceStorage } from '~/outbox/storage'

const CHANNEL = 'crest:outbox'
/** Another tab may still wait to hear what the server has taken: until then it shows what lies here. ms */
const TELL_AFTER_MS = 300
const PICTURE_BYTES = 10_000_000

/** Why this could never be stored, in words for whoever pressed. */
function check(entry: Entry): string | null {
  if (entry.kind === 'photo') return entry.picture.size > PICTURE_BYTES ? 'A picture may have 10 MB. Take it smaller.' : null
  const parsed = runRules().runEventSchema.safeParse({ ...entry.event, by: entry.by })
  return parsed.success ? null : parsed.error.issues[0]!.message
}

/** What the device's own outbox does, as Vue sees it. @param taken shows what the server has */
export function useOutbox(taken: (runId: string, stored: StoredEvent[], ids: string[]) => Promise<void>) {
  const session = useSessionStore()
  const waiting = shallowRef<Entry[]>([])
  const tray = shallowRef<Outbox['notTaken']>([])
  const forgetful = ref(false)
  const channel = new BroadcastChannel(CHANNEL)
  const parts: OutboxParts = {
    storage: deviceStorage(() => setTimeout(() => channel.postMessage('changed'), TELL_AFTER_MS)),
    transport: {
      events: (runId, events) =>
        deliver(`runs/${runId}/events`, { headers: { 'content-type': 'application/json' }, body: JSON.stringify({ events }) }),
      photo: ({ id, runId, by, step, piece, picture }) =>
        deliver(`runs/${runId}/photos?${new URLSearchParams({ id, by, step, piece: String(piece ?? '') })}`, {
          headers: { 'content-type': picture.type.startsWith('image/') ? picture.type : 'image/jpeg' },
          body: picture,
        }),
    },
    check,
    mayBook: by => session.signedIn?.people.includes(by) ?? false,
    taken,
    changed() {
      waiting.value = outbox.waiting
      tray.value = outbox.notTaken
      forgetful.value = outbox.forgetful
    },
    chance: Math.random,
    now: serverNow,
  }
  const outbox = new Outbox(parts)
  channel.onmessage = () => void outbox.read().then(() => outbox.send())
  watch(
    () => session.signedIn,
    () => void outbox.send(),
  )

  /** Enters a note in place of what was not taken; that goes once the note lies here safely. */
  async function replaceByNote(kept: Kept, why: 'not-taken' | 'discarded', text: string): Promise<string | null> {
    await needRunRules()
    const { entry } = kept
    const id = v7()
    const at = Math.round(serverNow())
    const was = entry.kind === 'event' ? { kind: entry.event.kind, at: entry.event.at } : { kind: 'photo', at: entry.at }
    const piece = entry.kind === 'photo' ? entry.piece : 'piece' in entry.event ? entry.event.piece : null
    const by = session.person!.id
    const added = outbox.add({
      kind: 'event',
      id,
      runId: entry.runId,
      by,
      event: { id, at, deviceTime: Date.now(), kind: 'note.written', why, of: piece, text, was },
    })
    if (added.refused !== null) return added.refused
    await added.kept
    await outbox.takeOut(kept.seq)
    return null
  }

  return { outbox, waiting, tray, forgetful, replaceByNote }
}

/** Asks and hands on whatever answers: what that means is the outbox's to say. */
async function deliver(path: string, request: RequestInit): Promise<Answered> {
  try {
    const response = await fetch(`/api/${path}`, {
      method: 'POST',
      ...request,
      signal: AbortSignal.timeout(request.body instanceof Blob ? PICTURE_PATIENCE_MS : PATIENCE_MS),
    })
    reachable.value = true
    if (response.status === 401) useSessionStore().lost()
    return { status: response.status, body: (await response.json().catch(() => null)) as unknown }
  }
  catch {
    reachable.value = false
    return { status: 0, body: null }
  }
}
