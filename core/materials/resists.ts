import { commonPractice } from '../source'
import type { Source } from '../source'

export type ResistId = 'vinyl' | 'contact-paper'

export interface ResistKind {
  id: ResistId
  name: string
  /** How the opening is made: cut and weeded before it goes on, or cut by hand on the piece. */
  openedOn: 'backing' | 'piece'
  /** Hands-on time to put one piece's stencil on, s. */
  applySeconds: number
  note: string
  source: Source
}

export const RESISTS: readonly ResistKind[] = [
  {
    id: 'vinyl', name: 'adhesive vinyl', openedOn: 'backing', applySeconds: 240,
    note: 'Permanent or removable; the colour does not matter, so scraps serve. One use.',
    source: commonPractice('vinyl stencils serve once; weeded on the backing'),
  },
  {
    id: 'contact-paper', name: 'contact paper', openedOn: 'piece', applySeconds: 720,
    note: 'Cut on the piece with a craft knife, small parts first.',
    source: commonPractice('contact or shelf paper, hand-cut on the piece, small parts first'),
  },
]

/** @throws RangeError for an id that is not in the table */
export function resistKind(id: string): ResistKind {
  const kind = RESISTS.find(r => r.id === id)
  if (!kind) throw new RangeError(`No resist "${id}".`)
  return kind
}
