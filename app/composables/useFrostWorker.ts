import type { FrostTask } from '~/workers/frost'

/** Reads frost from pictures in a worker of its own. */
export const useFrostWorker = () =>
  useReckoner<FrostTask>(() => new Worker(new URL('../workers/frost.ts', import.meta.url), { type: 'module' }), {
    tooLong: 'This picture takes longer than a minute and was stopped. Take a smaller one: 12 megapixels are plenty.',
    broken: 'This picture could not be measured. Reload the page and try again; nothing was lost.',
  })
