import type { ResistId } from '../../trade/materials'
import { SCHOOL_TABLES } from '../../trade/house'
import { countOf } from '../../basics/units'
import type { Step, StepContext } from './step'
import { isRound } from './step'

type Draft = Pick<Step, 'title' | 'reason' | 'how' | 'good'>
const GOOD = 'TOP is up, islands in place, every open edge pressed down.'
const CENTRE = 'Middle first, then outward; a slip sheet lets half of it slide until it is straight.'
const PEEL_TAPE = 'Transfer tape off: folded back on itself, at 180 degrees.'
const all = (c: StepContext) => (c.pieces === 1 ? `the ${c.noun}` : `all ${countOf(c.pieces, c.noun)}`)

function vinyl(c: StepContext): Draft {
  const onPiece = c.schools.weeding === 'piece'
  const why = SCHOOL_TABLES.weeding.find(s => s.id === c.schools.weeding)!.why
  return {
    title: onPiece ? `Stencil on ${all(c)}, then weed` : `Weed, then stencil on ${all(c)}`,
    reason: `Weeded on ${onPiece ? 'the piece' : 'its backing'}. ${why}`,
    how: onPiece
      ? [
          'Transfer tape over the cut sheet, backing off.',
          CENTRE,
          PEEL_TAPE,
          'Pick out what is to be frosted; wipe crumbs and adhesive away.',
        ]
      : ['Pick out what is to be frosted; islands stay.', 'Transfer tape over it, rubbed down; backing off.', CENTRE, PEEL_TAPE],
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
      'Transfer tape over the cut sheet, backing off.',
      CENTRE,
      PEEL_TAPE,
      'Pick out what is to be frosted, with tweezers, from the middle.',
    ],
    good: GOOD,
  }),
  'contact-paper': c => ({
    title: `Contact paper on ${all(c)}, then cut`,
    reason: 'Cut on the piece through the pattern, small parts first, while the paper still holds their neighbours.',
    how: [
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
      'Backing off, film down, not moved again.',
      'Burnish with the stick until the dark colour turns light everywhere.',
      'Lift the carrier slowly from one corner; rub again where it sticks.',
    ],
    good: 'Light everywhere, no dark spot, no bubble at an opening.',
  }),
  'mesh': c => ({
    title: `Mesh on ${all(c)}`,
    reason: 'It is used again: it must come off clean, at once after coating.',
    how: ['Mesh down, mesh side up, pressed flat.', 'Tape round it.', 'A tray of water stands ready for it.'],
    good: 'Flat everywhere, tape all round.',
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

/** Resist on, as this kind goes on. @throws RangeError for paper, which is no resist */
export function resistStep(c: StepContext): Step {
  if (c.resist.id === 'paper') throw new RangeError('Paper is no resist.')
  return {
    id: 'resist',
    kind: 'do',
    station: 'bench',
    safety: false,
    seconds: c.resist.applySeconds * c.pieces,
    ...BY_KIND[c.resist.id](c),
  }
}

/** Everything that keeps the etchant where it belongs, checked before any bottle is opened. */
export function maskStep(c: StepContext): Step {
  const round = isRound(c)
  const blast = c.kind.method === 'blast'
  const how = [
    ...(round && !['loose-stencil', 'tape', 'lacquer'].includes(c.resist.id)
      ? ['Slits in the outer border where it wrinkles, clear of the art.']
      : []),
    'Burnish every open edge; a bubble or wrinkle there is pressed down or cut again.',
    'Islands in place, right way up: TOP is up, and it reads the way it should.',
    blast
      ? 'Mask all that grit must not reach.'
      : c.surface === 'flat'
        ? 'Surround taped; on small art in a large pane cover the whole face.'
        : 'Surround taped: over all that etchant could reach or drip on.',
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
