import { takesSlits } from '../../trade/materials'
import type { ResistId } from '../../trade/materials'
import { SCHOOL_TABLES } from '../../trade/house'
import { all } from './make'
import type { Step, StepContext, StepSlits } from './step'
import { isRound } from './step'

type Draft = Pick<Step, 'title' | 'reason' | 'how' | 'good'>
const GOOD = 'TOP is up, islands in place, every open edge pressed down.'
const CENTRE = 'Middle first, then outward; a slip sheet lets half of it slide until it is straight.'
const PEEL_TAPE = 'Transfer tape off: folded back on itself, at 180 degrees.'
/** Nobody is cut with a blade that is put down open. */
const BLADE = 'Fresh blade, cut away from your fingers, cap on when you put it down.'
const TRANSFER = 'Transfer tape, or clear contact paper, rubbed down over it; backing off.'

function vinyl(c: StepContext): Draft {
  const onPiece = c.schools.weeding === 'piece'
  const why = SCHOOL_TABLES.weeding.find(s => s.id === c.schools.weeding)!.why
  return {
    title: onPiece ? `Stencil on ${all(c)}, then weed` : `Weed, then stencil on ${all(c)}`,
    reason: `Weeded on ${onPiece ? 'the piece' : 'its backing'}. ${why}`,
    how: onPiece
      ? [
          TRANSFER,
          CENTRE,
          PEEL_TAPE,
          'Pick out what is to be frosted, with tweezers: a knife point scratches the piece. Wipe crumbs and adhesive away.',
        ]
      : [
          'Lay the cut sheet face down and peel the mat off it, not it off the mat: it stays flat.',
          'Roll it over a finger to see the cut lines; pick out what is to be frosted, islands stay.',
          TRANSFER,
          CENTRE,
          PEEL_TAPE,
        ],
    good: GOOD,
  }
}

const BY_KIND: Record<Exclude<ResistId, 'paper'>, (c: StepContext) => Draft> = {
  'permanent-vinyl': vinyl,
  'removable-vinyl': vinyl,
  'blast-mask': vinyl,
  'soft-vinyl': c => ({
    title: `Soft stencil on ${all(c)}, then weed`,
    reason: 'So limp that it is transferred whole and weeded on the piece.',
    how: [
      TRANSFER,
      CENTRE,
      PEEL_TAPE,
      'Pick out what is to be frosted, with tweezers, from the middle: a knife point scratches the piece.',
    ],
    good: GOOD,
  }),
  'contact-paper': c => ({
    title: `Contact paper on ${all(c)}, then cut`,
    reason: 'Cut on the piece through the pattern, small parts first, while the paper still holds their neighbours.',
    how: [
      BLADE,
      'Paper on, middle first, smoothed outward.',
      'Pattern taped over it, TOP up.',
      'Cut through both with a fresh blade, small parts first.',
      'Lift out what is to be frosted.',
    ],
    good: 'TOP is up, corners cut clean through, islands in place, every open edge pressed down.',
  }),
  'stickers': c => ({
    title: `Stickers on ${all(c)}`,
    reason: 'The background frosts; the sticker\'s cut shape stays clear, whatever is printed on it.',
    how: ['Stick, middle first.', 'Press each edge with a fingernail through a cloth.', 'Swab fingerprints off between them with alcohol.'],
    good: 'No silver line along any edge, no fingerprint between.',
  }),
  'rub-on': c => ({
    title: `Rub-on film on ${all(c)}`,
    reason: 'It holds only where it was rubbed.',
    how: [
      'Backing off, film down, four small pieces of tape to hold it, and not moved again.',
      'Burnish with the stick until the dark colour turns light everywhere.',
      'Lift the carrier slowly from one corner; rub again through its backing where it sticks.',
      'Tape round it, overlapping the film\'s edge a little, rubbed down through the backing.',
    ],
    good: 'Light everywhere, no dark spot, no bubble at an opening.',
  }),
  'mesh': c => ({
    title: `Mesh on ${all(c)}`,
    reason: 'It is used again: it must come off clean, at once after coating.',
    how: ['Mesh down, mesh side up, pressed flat.', 'Tape round it.', 'A tray of water stands ready for it.'],
    good: 'Flat everywhere, tape all round.',
  }),
  're-stickable': c => ({
    title: `Re-stickable stencil on ${all(c)}`,
    reason: 'Its adhesive serves many times as long as it is kept clean.',
    how: ['Backing off and kept clean.', CENTRE, 'Press every edge down, the smallest bridges last.', 'Tape round it.'],
    good: 'No silver line along any edge, TOP is up.',
  }),
  'loose-stencil': c => ({
    title: `Tape the stencil on ${all(c)}`,
    reason: 'Not stuck down: its edges hold only by tape and by pressing straight down.',
    how: [
      'Lay it on, TOP up.',
      'Tape all round, stretched a little.',
      'Press the bridges down with a fingertip and look along the surface.',
    ],
    good: 'No edge stands off the piece.',
  }),
  'tape': c => ({
    title: `Tape ${all(c)}`,
    reason: 'Tape makes straight edges and bands.',
    how: [
      BLADE,
      'Measure from the rim, mark with a grease pencil outside the band.',
      'Lay the tape without stretching it.',
      'Burnish its edge with a fingernail.',
    ],
    good: 'Edges straight and flat, ends overlapped away from the art.',
  }),
  'lacquer': c => ({
    title: `Lacquer ${all(c)}, dry, then open the lines`,
    reason: 'Lacquer follows any shape; lines are scratched open.',
    how: [
      'Brush it on, two thin coats, air moving, no flame near.',
      'Let it dry to the fingernail.',
      'Scratch the lines open to the bare surface; wipe crumbs away.',
    ],
    good: 'Bare and bright in the lines, no pinhole elsewhere.',
  }),
}

/** To line a weeded stencil up and rub it on, s a piece. */
const PLACING = 120
/** Resists that are cut by a machine and weeded by hand. */
const WEEDED: readonly ResistId[] = ['permanent-vinyl', 'removable-vinyl', 'soft-vinyl', 'blast-mask']

/** To put one piece's resist on, s: with the weeding of this very art where it was looked at. */
const onSeconds = ({ resist, weeding, stencils }: StepContext): number =>
  weeding !== null && WEEDED.includes(resist.id) ? Math.round(PLACING * stencils + weeding) : resist.applySeconds * stencils

/** Resist on, as this kind goes on. @throws RangeError for paper, which is no resist */
export function resistStep(c: StepContext): Step {
  if (c.resist.id === 'paper') throw new RangeError('Paper is no resist.')
  return {
    id: 'resist',
    kind: 'do',
    station: 'bench',
    safety: false,
    seconds: onSeconds(c) * c.pieces,
    ...BY_KIND[c.resist.id](c),
  }
}

const slitWords = ({ called, edge, count, depth }: StepSlits) =>
  `${count} ${count === 1 ? 'slit' : 'slits'} ${depth} deep in the ${edge} edge${called && ` of ${called}`}`

/** Cut before the film goes on, where the wall asks for them. */
function slitMoves(c: StepContext): string[] {
  if (!isRound(c) || !takesSlits(c.resist.id)) return []
  if (c.slits === null) return ['Where the border wrinkles, a slit in it lets it lie down; clear of the art, and taped over.']
  if (c.slits.length === 0) return []
  return [`${c.slits.map(slitWords).join(' and ')}, cut before it goes on; tape over them.`]
}

/** Of a pass over what is etched already: where two letters overlap, the second one is open across the first. */
const TAPE_OVER = 'Tape over what is etched. Where the new opening runs into it, stop the tape at its edge: that part stays open.'

/** Everything that keeps the etchant where it belongs, checked before any bottle is opened. */
export function maskStep(c: StepContext): Step {
  const round = isRound(c)
  const blast = c.kind.method === 'blast'
  const how = [
    ...slitMoves(c),
    ...(c.turn.no > 1 ? [TAPE_OVER] : []),
    'Burnish every open edge; a bubble or wrinkle there is pressed down or cut again.',
    c.mirrored
      ? 'Islands in place, TOP is up, and it reads backward from this side: hold it before a mirror.'
      : 'Islands in place, right way up: TOP is up, and it reads the way it should.',
    blast
      ? 'Mask all that grit must not reach.'
      : c.surface === 'flat'
        ? (c.wholeFace ? 'The whole face covered, edges taped.' : 'Surround taped; on small art in a large pane cover the whole face.')
        : 'Surround taped: over all that etchant could reach or drip on.',
    ...(c.surface === 'bowl' && !blast ? ['A band of tape where the bowl meets the stem, so that nothing runs down it.'] : []),
    ...(c.keepOffLip ? ['Lip and inside taped shut: no frost where a mouth drinks.'] : []),
    ...(round
      ? [blast ? 'Mouth stopped, so that no grit gets in.' : 'Mouth stopped; chocked on its side with a wedge or bubble wrap.']
      : []),
    'Openings wiped with alcohol and dry.',
  ]
  return {
    id: 'mask',
    kind: 'do',
    station: 'bench',
    safety: false,
    seconds: 60 * c.pieces,
    title: round && !blast ? 'Burnish, mask round, chock, clean the openings' : 'Burnish, mask round, clean the openings',
    how,
    reason: blast
      ? 'Grit finds every edge that lifts.'
      : 'Etchant creeps under every bubble, wrinkle or lifted edge that touches the art, and marks what it drips on.',
    good: 'Edges flat, no bubble at an opening, tape over all that could be reached, openings wiped and dry.',
  }
}
