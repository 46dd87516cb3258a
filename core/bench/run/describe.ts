import { pieceName } from '../../plan/run-plan'
import type { RunPlan } from '../../plan/run-plan'
import type { Step } from '../../plan/steps'
import { benchWords } from './words'
import { capital, formatDuration, formatMass, formatVolume, uncapital } from '../../basics/units'
import { mishapWords, reasonWords } from './reasons'
import { faultText, TRY_RESULTS } from './events'
import type { NoteReason, PieceFact, RunEvent } from './events'

const SETTLED: Record<PieceFact, string> = {
  'coat.started': 'first touch',
  'coat.covered': 'last part covered',
  'etchant.off': 'off',
  'piece.rinsed': 'rinsed',
}

const CORRECTED: Record<PieceFact, string> = {
  'coat.started': 'first touched',
  'coat.covered': 'covered',
  'etchant.off': 'taken off',
  'piece.rinsed': 'rinsed',
}

const NOTE_WORDS: Record<NoteReason, string> = {
  'note': 'Note',
  'learnt': 'Learnt',
  'not-taken': 'Note of an entry that was not taken',
  'discarded': 'An entry that was not taken was discarded',
}

const early = ({ why, reason }: Extract<RunEvent, { kind: 'etchant.off' }>) =>
  reason === undefined ? '' : ` early: ${uncapital(reasonWords('etchant.off', { why, reason }))}`

/** A line of a gate as it reads, or what a piece is now. */
function tickWords(plan: RunPlan, step: Step | undefined, item: string): string {
  if (step?.each) return `${capital(pieceName(plan, Number(item)))} is ${step.each}`
  return step?.items?.find(i => i.id === item)?.text ?? item
}

/** One entry of a run in words, as the history shows it. */
export function describeEvent(plan: RunPlan, event: RunEvent): string {
  const step = (id: string) => plan.steps.find(s => s.id === id)
  const piece = 'piece' in event ? pieceName(plan, event.piece) : ''
  switch (event.kind) {
    case 'gate.ticked':
      return tickWords(plan, step(event.step), event.item)
    case 'step.done':
      return `Done: ${step(event.step)?.title ?? event.step}`
    case 'step.skipped':
      return `Skipped: ${step(event.step)?.title ?? event.step} (${reasonWords(event.kind, event)})`
    case 'care.given':
      return `${capital(piece)}: ${plan.care.find(c => c.id === event.care)?.short ?? event.care}`
    case 'gun.on':
      return `Gun on, ${piece}`
    case 'gun.off':
      return `Gun off, ${piece}`
    case 'gun.entered':
      return `${capital(piece)}: gun time entered, ${formatDuration(event.seconds)}`
    case 'piece.blasted':
      return `${capital(piece)} is blasted`
    case 'try.started':
      return 'Dab on the scrap, clock started'
    case 'try.judged':
      return `Tried on a scrap: ${uncapital(TRY_RESULTS.find(r => r.id === event.result)!.text)}`
    case 'coat.started':
      return `First touch on ${piece}`
    case 'coat.covered':
      return plan.method === 'liquid' ? `Last part of ${piece} wet` : `Last part of ${piece} covered`
    case 'etchant.off':
      return `${plan.method === 'liquid' ? benchWords(plan).comingOff(piece) : `Cream off ${piece}`}${early(event)}`
    case 'piece.rinsed':
      return `Rinsed ${piece}`
    case 'piece.withdrawn':
      return `Took ${piece} out: ${reasonWords(event.kind, event)}`
    case 'piece.mishap':
      return `${capital(piece)}: ${uncapital(mishapWords(event))}`
    case 'piece.taken':
      return `Took over ${piece}`
    case 'fact.settled':
      return `Settled ${piece}: ${SETTLED[event.fact]} at another time`
    case 'run.paused':
      return `Paused: ${reasonWords(event.kind, event)}`
    case 'run.resumed':
      return 'Went on'
    case 'etchant.measured':
      return `${formatVolume(event.putOut)} put out, ${formatVolume(event.back)} went back`
    case 'bicarbonate.added':
      return `${formatMass(event.grams)} of bicarbonate put in`
    case 'tub.chosen':
      return 'Rinse water is in a tub'
    case 'gloves.changed':
      return 'Changed gloves'
    case 'look.corrected':
      return `Put right: ${piece} is ${event.result}, ${[...event.faults.map(faultText), event.why].join('; ')}`
    case 'time.corrected':
      return `Put right when ${piece} was ${CORRECTED[event.fact]}: ${event.why}`
    case 'piece.judged':
      return `Judged ${piece}: ${event.result}`
    case 'frost.read':
      return `Measured the frost of ${piece}: ${event.contrast.toFixed(0)} L* lighter than clear glass`
    case 'run.finished':
      return 'Run finished'
    case 'run.abandoned':
      return `Run stopped: ${reasonWords(event.kind, event)}`
    case 'event.undone':
      return 'Undid an entry'
    case 'note.written':
      return `${NOTE_WORDS[event.why]}${event.of === null ? '' : `, ${pieceName(plan, event.of)}`}: ${event.text}`
  }
}
