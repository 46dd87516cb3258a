import { QUESTIONS } from '#core/trade/answers'
import { resistKind, substrateKind } from '#core/trade/materials'
import { capital, countOf, parseCount, parseFraction, parseLength } from '#core/basics/units'
import { formatDay } from '#core/basics/zone'
import type { Surface } from '#core/trade/compatibility'
import type { LengthUnit } from '#shared/fields'
import { readPieceNames } from '#shared/jobs'
import type { PlanForm } from '#shared/jobs'

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

/** What goes on it. @param stencil name of the stencil; null where none was chosen */
export function artWords(form: PlanForm, stencil: string | null, words: LengthWords): string {
  const open = parseFraction(form.openFraction)
  const size = `${length(form.artWidth, words)} × ${length(form.artHeight, words)}`
  const share = open.ok ? `, ${Math.round(open.value * 100)} % open` : ''
  const middle = form.artMiddle.trim() ? `, middle ${length(form.artMiddle, words)} up` : ''
  const finest = form.finest.trim() ? `, finest detail ${length(form.finest, words)}` : ''
  const own = (form.artworkIds ?? []).length > 0 ? 'Each piece its own, up to ' : stencil === null ? '' : `${stencil}, `
  return `${own}${size}${share}${middle}${finest}.`
}

/** With what it is etched. @param lot name of the lot; null while none is chosen */
export const etchWords = (form: PlanForm, lot: string | null): string =>
  lot === null ? '' : `${lot} under ${resistKind(form.resist).name}.`

/** For whom and by when. */
export function jobHeadWords(form: PlanForm): string {
  const due = /^\d{4}-\d\d-\d\d$/.test(form.dueOn) ? `, due ${formatDay(form.dueOn, 'EEEE d MMMM')}` : ''
  return form.customer.trim() ? `${form.customer.trim()}${due}.` : ''
}
