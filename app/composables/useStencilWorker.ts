import type { StencilTask } from '~/workers/stencil'

/** Reads and judges art in a worker of its own. */
export const useStencilWorker = () =>
  useReckoner<StencilTask>(() => new Worker(new URL('../workers/stencil.ts', import.meta.url), { type: 'module' }), {
    tooLong: 'This art takes longer than a minute and was stopped. Simplify its paths, or make it smaller.',
    broken: 'This art could not be worked out. Reload the page and try again; what was saved is safe.',
  })
