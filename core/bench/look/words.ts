import { countOf, formatDuration, formatLength, formatNumber, formatTemperature } from '../../basics/units'
import type { LengthUnit } from '../../basics/units'
import { resistKind } from '../../trade/materials'
import { mishapWords } from '../run'
import type { FaultId, Remedy } from '../run'
import type { CauseId, Evidence } from './causes'

/** A cause in words: what it is, and what to do about it next time. */
const CAUSE_WORDS: Record<CauseId, [what: string, next: string]> = {
  'lifted-edge': [
    'An edge that was not down: a bubble, a wrinkle or a lifted corner at the art',
    'Burnish every edge of the art, cut slits on a curve, and cut again what wrinkles.',
  ],
  'sideways': ['Sideways strokes that push cream under', 'Press the cream straight down on this kind of stencil.'],
  'seeps': ['A resist that lets etchant seep through', 'Use vinyl for fine edges.'],
  'too-long': ['It stood too long', 'A shorter time, or fewer pieces at once, so that each comes off in its window.'],
  'thin-coat': ['The coat was too thin there', 'Coat until nothing shows through, in several directions.'],
  'air': ['Air under the coat', 'Look through from the back and press the air out before you move on.'],
  'finger': ['Grease or adhesive in the opening', 'Clean inside the openings once more after the resist is on, and keep fingers off.'],
  'coated-again': ['It was coated again over an opening', 'Leave a thin spot alone; plan a new pass if it shows.'],
  'moved': ['The coat was moved while it worked', 'Leave it alone, or swirl once only.'],
  'uneven-coat': [
    'Parts of the coat went on much later than others',
    'A wider brush or a second pair of hands; one thick coat, not several.',
  ],
  'large-area': ['A large open area shows every brush mark', 'Break it up with a pattern, or blast it.'],
  'spilled': ['A drip or a spill', 'More border or tape on that side, and a look at the low side every few minutes.'],
  'uncovered': ['Something beside the art was not covered', 'Tape all that etchant or grit could reach.'],
  'residue': ['Something is left on it', 'Wash with dish soap and dry with a clean cloth before judging.'],
  'damp': ['It may not be dry yet', 'Give it its time on the rack before anybody judges it.'],
  'fine-detail': ['Details finer than the undercut', 'Wider bridges and openings, or a shorter time.'],
  'old-lot': ['The bottle has lost strength', 'Etch a coupon with it, and use up the oldest bottle on rough work.'],
  'too-short': ['It came off too soon', 'Leave it on until its window opens.'],
  'cold': ['A cold bench', 'Warm the room and the closed bottle first.'],
  'unstirred': ['The etchant was not stirred', 'Stir or shake it well before it is put out.'],
  'not-checked': ['Nobody looked which way round it was', 'Mark TOP on the stencil, and read it on the piece before coating.'],
  'call-missed': ['Nobody came when it was called', 'Fewer pieces at once, a louder call, or a second person who hears it.'],
  'mask-worn': ['The mask wore away at the edge', 'Thicker mask, and the gun straight on, not along the edge.'],
  'too-near': ['The gun was too near or too slow', 'Step back, keep it moving, and cross the first passes.'],
  'unevenly-swept': ['The gun did not reach it for long enough', 'Sweep in rows that overlap by half.'],
  'spent-grit': ['Grit that is worn to dust', 'Sieve the grit, and renew it when it turns to flour.'],
}
export const causeWords = (id: CauseId): string => CAUSE_WORDS[id][0]
export const nextTime = (id: CauseId): string => CAUSE_WORDS[id][1]

/** Steps that evidence names, as one says them. */
const STEP_WORDS: Record<string, string> = {
  'clean': 'cleaning',
  'mask': 'masking round it',
  'second-wash': 'the wash with soap',
  'ready-etchant': 'stirring',
}

/** What speaks for a cause, in a sentence. */
export function evidenceWords(e: Evidence, unit: LengthUnit): string {
  switch (e.code) {
    case 'seen':
      return `Entered at the bench: ${mishapWords({ why: e.mishap as 'thin', spot: e.spot, reason: '' }).toLowerCase()}.`
    case 'tried':
      return e.result === 'nothing' ? 'On the scrap it did not frost at all.' : 'On the scrap it frosted weakly.'
    case 'skipped':
      return `Skipped in this run: ${STEP_WORDS[e.step] ?? e.step}.`
    case 'over':
      return `${formatDuration(e.seconds)} past its window.`
    case 'short':
      return `Off ${formatDuration(e.seconds)} before its window opened.`
    case 'coat-fast':
    case 'coat-slow':
      return `Coated in ${formatDuration(e.took)}; ${formatDuration(e.planned)} were planned.`
    case 'spread':
      return `Its first part was wet ${formatDuration(e.seconds)} longer than its last.`
    case 'damp':
      return `On the rack for ${formatDuration(Math.max(0, Math.round(e.seconds / 60) * 60))} so far.`
    case 'cares':
      return `Moved ${e.times === 1 ? 'once' : countOf(e.times, 'time')} during the dwell.`
    case 'old':
      return `The bottle had been open for ${countOf(e.days, 'day')}.`
    case 'faded':
      return `By its coupons it etches at ${Math.round(e.share * 100)} % of its first rate.`
    case 'cold':
      return `${formatTemperature(e.temperature)} at the bench.`
    case 'resist':
      return `The resist was ${resistKind(e.resist).name}.`
    case 'finest':
      return `Its finest detail is ${formatLength(e.size, unit)}.`
    case 'opening':
      return `${formatNumber(e.area / 100, 0)} cm² are open, some of it in one piece.`
    case 'bridge':
      return `Its narrowest bridge is ${formatLength(e.width, unit)}: so little resist hardly holds.`
    case 'slit':
      return `Slits end ${formatLength(e.gap, unit)} from the art: cut a little too far, one lets etchant in.`
    case 'edges-out':
      return `Measured: its edges lie ${formatLength(e.by, unit)} past the line all round.`
    case 'frost-outside':
      return `Measured: ${formatNumber(e.area, 0)} mm² of frost outside the art, while its edges lie on their lines.`
    case 'even-frost':
      return 'The plan chose an even frost over sharp edges.'
    case 'bowl':
      return 'A flat stencil never lies quite flat on a bowl.'
  }
}

const REMEDY_WORDS: Record<Remedy, string> = {
  'wash-again': 'Wash it again',
  'leave': 'Leave it',
  'new-pass': 'New pass',
  'scrap': 'Scrap it',
}
export const remedyWords = (remedy: Remedy): string => REMEDY_WORDS[remedy]

/** Why a remedy, for this fault. */
export function remedyReason(remedy: Remedy, fault: FaultId): string {
  switch (remedy) {
    case 'wash-again':
      return 'A clean damp wipe, then soap and water, then dry. Often it was only residue.'
    case 'leave':
      return fault === 'reversed' || fault === 'crept' || fault === 'outside'
        ? 'Frost can\'t be taken back. Ask whoever it is for before you etch another.'
        : 'Hold it at arm\'s length in the light it will stand in: much of this is seen by nobody else.'
    case 'new-pass':
      return 'With a full new mask, larger or other art that takes the fault in. Never over the old opening alone.'
    case 'scrap':
      return 'It goes back to the plan as a piece that is still owed.'
  }
}

/** Why a faint spot is not coated again. */
export const NO_SECOND_COAT
  = 'Don\'t coat it again over the same opening: what is frosted is bitten deeper, and the edge of the second coat shows as a step.'
