import { QUESTIONS } from '#core/trade/answers'
import { resistKind, substrateKind } from '#core/trade/materials'
import { capital, countOf, parseCount, parseFraction, parseLength } from '#core/basics/units'
import { formatDay } from '#core/basics/zone'
import type { Surface } from '#core/trade/compatibility'
import type { LengthUnit } from '#shared/fields'
import { readPieceNames } from '#shared/jobs'
import type { PlacementForm, PlanForm } from '#shared/jobs'
import type { WhereForm } from '#shared/placements'

const SHAPES: Record<Surface, string> = { flat: 'flat', cylinder: 'straight', taper: 'tapered', bowl: 'a bowl' }

/** How lengths are read and written on this device. */
export interface LengthWords {
  unit: LengthUnit
  write: (mm: number) => string
}

/** A length as it reads; as it was written where it does not. */
function length(text: string, { unit, write }: LengthWords): string {
  const read = parseLength(text, unit)
  return read.ok ? write(read.value) : text.trim()
}

/** What it is: `4 tumblers of bare soda-lime glass, straight, 110 mm tall, 241 mm round`. */
export function pieceWords(form: PlanForm, words: LengthWords): string {
  const count = parseCount(form.pieces)
  const noun = form.noun.trim() || 'piece'
  const flat = form.surface === 'flat'
  const names = readPieceNames(form.names)
  const what = `${count.ok ? countOf(count.value, noun) : capital(noun)} of ${substrateKind(form.substrate).name}`
  const size = `${length(form.height, words)} tall, ${length(form.girth, words)} ${flat ? 'wide' : 'round'}`
  return `${what}, ${SHAPES[form.surface]}, ${size}${names.length ? `: ${names.join(', ')}` : ''}.`
}

/** What was asked and answered, without the questions. */
export function answerWords(form: PlanForm): string {
  const said = QUESTIONS.flatMap(q => q.options.find(o => o.id === form.answers[q.id])?.said ?? [])
  return said.length ? `${capital(said.join(', '))}.` : ''
}

/** One stencil: its name, how large, how often. @param stencil its name; null where none was chosen */
export function placementWords(p: PlacementForm, stencil: string | null, words: LengthWords): string {
  const open = parseFraction(p.openFraction)
  const size = `${length(p.artWidth, words)} × ${length(p.artHeight, words)}`
  const share = open.ok ? `, ${Math.round(open.value * 100)} % open` : ''
  const finest = p.finest.trim() ? `, finest detail ${length(p.finest, words)}` : ''
  const own = (p.artworkIds ?? []).length > 0 ? 'each piece its own, up to ' : stencil === null ? '' : `${stencil}, `
  const count = parseCount(p.count)
  const times = count.ok && count.value > 1 ? `, ${count.value} times round it` : ''
  return capital(`${own}${size}${share}${finest}${times}`)
}

/** Where it goes: `Opposite the seam, halfway up`. */
export function whereWords({ count, anchor, at, level, clear, turn }: WhereForm, words: LengthWords, flat: boolean): string {
  const turned = turn.trim() && turn.trim() !== '0' ? `, turned by ${turn.trim().replace('°', '')}°` : ''
  const several = count.trim() !== '' && count.trim() !== '1'
  if (flat) {
    const across = at.trim() ? `Its middle ${at.trim()} from the left` : several ? `${count.trim()} of them side by side` : 'In the middle'
    return `${across}, ${clear.trim() ? `${length(clear, words)} from the bottom` : 'halfway up'}${turned}.`
  }
  const mark = anchor.replace('opposite-', '')
  const opposite = anchor.startsWith('opposite')
  const round = at.trim()
    ? `${at.trim()} to the right of ${opposite ? 'the side opposite ' : ''}the ${mark}`
    : `${opposite ? 'opposite' : 'at'} the ${mark}`
  const up
    = level !== 'middle'
      ? clear.trim()
        ? `${length(clear, words)} ${level === 'base' ? 'above the base' : 'below the rim'}`
        : `right at the ${level}`
      : clear.trim()
        ? `its middle ${length(clear, words)} up`
        : 'halfway up'
  return `${capital(`${several ? `${count.trim()} evenly spaced, the first ` : ''}${round}`)}, ${up}${turned}.`
}

/** What goes on it. @param stencils name of the stencil of each placement; null where none was chosen */
export const artWords = (form: PlanForm, stencils: readonly (string | null)[], words: LengthWords): string =>
  `${form.placements.map((p, i) => placementWords(p, stencils[i] ?? null, words)).join('; ')}.`

/** With what it is etched. @param lot name of the lot; null while none is chosen */
export const etchWords = (form: PlanForm, lot: string | null): string =>
  lot === null ? '' : `${lot} under ${resistKind(form.resist).name}.`

/** For whom and by when. */
export function jobHeadWords(form: PlanForm): string {
  const due = /^\d{4}-\d\d-\d\d$/.test(form.dueOn) ? `, due ${formatDay(form.dueOn, 'EEEE d MMMM')}` : ''
  return form.customer.trim() ? `${form.customer.trim()}${due}.` : ''
}

/** Why two stencils can't be masked together, and which of several it is about. @param of how many there are */
export const clashWords = ({ placement, message }: { placement: number, message: string }, of: number): string =>
  of > 1 ? `Stencil ${placement + 1}: ${message.charAt(0).toLowerCase()}${message.slice(1)}` : message

/** Every piece of a plan by number and name: `tumbler 3, Ada`. */
export function pieceWordsOf(form: Pick<PlanForm, 'pieces' | 'noun' | 'names'>): string[] {
  const count = parseCount(form.pieces)
  const names = readPieceNames(form.names)
  const noun = form.noun.trim() || 'piece'
  return Array.from({ length: count.ok ? Math.min(count.value, 500) : 1 }, (_, i) => `${noun} ${i + 1}${names[i] ? `, ${names[i]}` : ''}`)
}

const ART_LABELS: Record<string, string> = {
  artWidth: 'Width of the art',
  artHeight: 'Height of the art',
  openFraction: 'Share that is open',
  finest: 'Finest detail',
  count: 'Repeats round it',
  at: 'Where round it',
  clear: 'How high',
  turn: 'Turned by',
}
const LABELS: Record<string, string> = {
  customer: 'Customer',
  dueOn: 'Due',
  notes: 'Notes',
  blankId: 'Blank',
  noun: 'What one is called',
  pieces: 'How many',
  names: 'Names of the pieces',
  substrate: 'Made of',
  surface: 'Where the art sits',
  height: 'Height',
  girth: 'Girth at the art',
  border: 'Border of resist',
  lotId: 'Etch with',
  resist: 'Resist',
  stencilId: 'Which stencil',
  ownBest: 'Own best time for this job',
  temperature: 'Temperature at the bench',
  tray: 'Side by side on one tray',
  carve: 'How deep',
  keepOut: 'What to keep clear of',
}

/** What the fields of a plan are called where something is still to be filled in; of several stencils it is said of which one. */
export const planLabels = ({ placements }: PlanForm): Record<string, string> => ({
  ...LABELS,
  ...Object.fromEntries(
    placements.flatMap((_, i) =>
      Object.entries(ART_LABELS).map(([key, text]) => [
        `placements.${i}.${key}`,
        placements.length > 1 ? `${text}, stencil ${i + 1}` : text,
      ]),
    ),
  ),
})
