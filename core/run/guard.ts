import type { RunPlan } from '../run-plan'
import { refuseStep } from './allowed'
import type { RunEvent } from './events'
import { applyEvent, effectiveEvents, emptyRun, foldRun } from './fold'
import type { RunState } from './state'

/** An event can be taken back as long as nothing that came later rests on it. */
function refuseUndo(plan: RunPlan, events: readonly RunEvent[], targetId: string): string | null {
  const target = events.find(e => e.id === targetId)
  if (!target) return 'There is no such entry in this run.'
  if (target.kind === 'event.undone') return 'Taking back can\'t be taken back. Enter it again instead.'
  const effective = effectiveEvents(events)
  if (!effective.some(e => e.id === targetId)) return 'That entry was taken back already.'
  if (foldRun(plan, events).finished) return 'This run is finished. Its log can no longer change.'
  let state = emptyRun(plan)
  for (const event of effective.filter(e => e.id !== targetId)) {
    if (refuseStep(plan, state, event) !== null) return 'Later entries rest on that one. Take those back first.'
    state = applyEvent(state, event)
  }
  return null
}

/** Takes events one after another, keeping the state at hand, so that a long stream costs one fold. */
export interface RunIntake {
  state: () => RunState
  /** Takes the event, or says why not and stays as it was. */
  offer: (event: RunEvent) => string | null
}

/** @param accepted all events so far, in the order accepted */
export function runIntake(plan: RunPlan, accepted: readonly RunEvent[]): RunIntake {
  const events = [...accepted]
  let state = foldRun(plan, events)
  return {
    state: () => state,
    offer(event) {
      const undo = event.kind === 'event.undone'
      const refused = undo ? refuseUndo(plan, events, event.target) : refuseStep(plan, state, event)
      if (refused !== null) return refused
      events.push(event)
      state = undo ? foldRun(plan, events) : applyEvent(state, event)
      return null
    },
  }
}

/**
 * Why an event can't be accepted after those in `events`; null when it can.
 * @param events all events so far, in the order accepted
 */
export function refuseEvent(plan: RunPlan, events: readonly RunEvent[], event: RunEvent): string | null {
  return runIntake(plan, events).offer(event)
}
