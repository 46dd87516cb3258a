import { commonPractice } from '../../basics/source'
import type { Source } from '../../basics/source'

export const RESIST_IDS = [
  'permanent-vinyl',
  'removable-vinyl',
  'soft-vinyl',
  'contact-paper',
  'stickers',
  'rub-on',
  'mesh',
  're-stickable',
  'loose-stencil',
  'tape',
  'blast-mask',
  'lacquer',
  'paper',
] as const
export type ResistId = (typeof RESIST_IDS)[number]

export interface ResistKind {
  id: ResistId
  name: string
  /** Where its openings are made. `made`: it comes with them. */
  openedOn: 'backing' | 'piece' | 'made'
  /** True where the cut shape stays clear and the background is frosted. */
  background: boolean
  /** Times that one of it serves; null when it is washed and used on and on. */
  uses: number | null
  /** Goes over with transfer tape. */
  transfer: boolean
  /** Hands-on time to put one piece's stencil on, s. */
  applySeconds: number
  note: string
  source: Source
}

type Rest = Partial<Pick<ResistKind, 'background' | 'uses' | 'transfer'>>
const row = (
  id: ResistId,
  name: string,
  openedOn: ResistKind['openedOn'],
  applySeconds: number,
  note: string,
  cite?: string,
  rest: Rest = {},
): ResistKind => ({
  id,
  name,
  openedOn,
  background: false,
  uses: 1,
  transfer: false,
  applySeconds,
  note,
  source: commonPractice(cite),
  ...rest,
})

export const RESISTS: readonly ResistKind[] = [
  row(
    'permanent-vinyl',
    'permanent vinyl',
    'backing',
    240,
    'Holds hardest; the colour does not matter, so scraps serve. One use.',
    'vinyl stencils serve once; weeded on the backing',
    { transfer: true },
  ),
  row(
    'removable-vinyl',
    'removable vinyl',
    'backing',
    240,
    'Leaves less adhesive; edges lift sooner. One use.',
    'permanent or removable vinyl',
    { transfer: true },
  ),
  row(
    'soft-vinyl',
    'soft stencil vinyl',
    'piece',
    360,
    'So limp that it is transferred whole and weeded on the piece: best on curves.',
    'limp film is weeded on the piece',
    { transfer: true },
  ),
  row(
    'contact-paper',
    'contact paper',
    'piece',
    720,
    'Cut on the piece with a craft knife, small parts first.',
    'contact or shelf paper, hand-cut on the piece, small parts first',
  ),
  row(
    'stickers',
    'die-cut stickers',
    'made',
    150,
    'The background is frosted, the sticker\'s cut shape stays clear.',
    'stickers do the opposite of a stencil',
    { background: true },
  ),
  row(
    'rub-on',
    'rub-on film',
    'made',
    300,
    'Burnished until its dark colour turns light everywhere. One use.',
    'a rub-on stencil serves once',
  ),
  row(
    'mesh',
    'self-adhesive mesh',
    'made',
    120,
    'Pulled off at once after coating, washed and used again many times.',
    'mesh is washed, dried and reused',
    { uses: null },
  ),
  row(
    're-stickable',
    're-stickable stencil',
    'made',
    120,
    'A bought adhesive stencil: stays on for the dwell, is washed and goes back on its backing, many times.',
    'skin-type adhesive stencils are washed, dried and reused many times',
    { uses: null },
  ),
  row(
    'loose-stencil',
    'loose taped stencil',
    'made',
    120,
    'Taped all round; cream is pressed straight down.',
    'loose stencils are taped all round',
    { uses: null },
  ),
  row('tape', 'masking tape', 'piece', 180, 'For bands and straight edges.', 'painter\'s or masking tape'),
  row('blast-mask', 'blast mask', 'backing', 300, 'Thick rubbery vinyl that grit bounces off.', 'thicker vinyl for blasting', {
    transfer: true,
  }),
  row('lacquer', 'etch-resist lacquer', 'piece', 900, 'Brushed on, dried, scratched open; comes off with solvent.'),
  row('paper', 'paper or cardboard', 'made', 60, 'Soaks through.', 'paper and cardboard let cream under'),
]

/** @throws RangeError for an id that is not in the table */
export function resistKind(id: string): ResistKind {
  const kind = RESISTS.find(r => r.id === id)
  if (!kind) throw new RangeError(`No resist "${id}".`)
  return kind
}

/** Kinds that follow a curve by themselves, or are no sheet at all. */
const NO_SLITS: readonly ResistId[] = ['mesh', 'stickers', 'rub-on', 'loose-stencil', 're-stickable', 'tape', 'lacquer', 'soft-vinyl']

/** Whether its border is slit where it would wrinkle on a curve. */
export const takesSlits = (id: ResistId): boolean => !NO_SLITS.includes(id)
