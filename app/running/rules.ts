/** What a run is followed with: where it stands by its events, what comes next, and what an entry has to look like. */
export { followedRun, nextAction, NO_TURNS, refusalWords } from '#core/bench/run'
export { runEventSchema } from '#shared/runs'
