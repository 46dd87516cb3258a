import { drawnDwell, isOver, liveWindow, pieceClock } from '#core/bench/run'
import type { PieceState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import { formatClock } from '#core/basics/units'

/**
 * One piece's clock as it is shown. Each part changes only when what it shows does, so that a component is drawn again once a
 * second and not at every tick.
 * @param plan and piece as they stand
 */
export function usePieceClock(plan: () => RunPlan, piece: () => PieceState) {
  const { now } = useServerClock()
  const clock = computed(() => pieceClock(piece(), plan(), now.value))
  const window = computed(() => liveWindow(plan(), piece()))
  const dwelt = computed(() => Math.floor(clock.value.last))
  const running = computed(() => clock.value.running)
  const phase = computed(() => clock.value.phase)
  /** A clock that has ended shows the seconds that log and look say; one that may go on never shows a second that is not over. */
  const read = (seconds: number) => formatClock(piece().off || piece().blasted ? Math.round(seconds) : seconds)
  return {
    running,
    phase,
    over: computed(() => isOver(phase.value)),
    /** Past the time up to which no harm is known. */
    harm: computed(() => phase.value === 'harm'),
    window,
    /** What a picture of so many px shows of it, s. */
    drawn: (px: () => number) => computed(() => drawnDwell(dwelt.value, window.value, px())),
    shown: computed(() => read(clock.value.last)),
    first: computed(() => read(clock.value.first)),
    /** Of a second coat; empty when there is none. */
    again: computed(() => (clock.value.again === null ? '' : read(clock.value.again))),
    toBest: computed(() => Math.ceil(clock.value.toBest)),
    toNotAfter: computed(() => Math.ceil(clock.value.toNotAfter)),
    overBy: computed(() => Math.floor(-clock.value.toNotAfter)),
  }
}
