import type { RunPlan } from '../../plan/run-plan'
import { refuseStep } from './allowed'
import type { RunEvent } from './events'
import { applyEvent, foldRun } from './fold'
import { refuseEvent, runIntake } from './guard'
import type { RunRefusal } from './refusals'
import type { RunState } from './state'

/** A run of which news keep coming: each costs the same however long it is. `foldRun` of the same events gives the same state. */
export interface FollowedRun {
  /** @param stored all stored events, in their order: those that were given before, and what is new */
  follow: (stored: readonly RunEvent[]) => void
  /** State with entries that are on their way added to what is stored. */
  state: (onTheirWay: readonly RunEvent[]) => RunState
  /** Why this can't be entered now; null when it can. */
  refuse: (onTheirWay: readonly RunEvent[], event: RunEvent) => RunRefusal | null
}

const takesBack = (events: readonly RunEvent[]) => events.some(e => e.kind === 'event.undone')

export function followedRun(plan: RunPlan): FollowedRun {
  let stored: readonly RunEvent[] = []
  let intake = runIntake(plan, stored)

  return {
    follow(all) {
      const grows = all.length >= stored.length && all[stored.length - 1]?.id === stored.at(-1)?.id
      // What the state passes over, or what was read afresh in another order, is folded anew.
      const allowed = grows && all.slice(stored.length).every(e => !intake.has(e.id) && intake.offer(e) === null)
      if (!allowed) intake = runIntake(plan, all)
      stored = all
    },
    state(onTheirWay) {
      const mine = onTheirWay.filter(e => !intake.has(e.id))
      if (takesBack(mine)) return foldRun(plan, [...stored, ...mine])
      return mine.reduce((state, e) => (refuseStep(plan, state, e) === null ? applyEvent(state, e) : state), intake.state())
    },
    refuse(onTheirWay, event) {
      if (event.kind === 'event.undone') return refuseEvent(plan, [...stored, ...onTheirWay], event)
      return refuseStep(plan, this.state(onTheirWay), event)
    },
  }
}
