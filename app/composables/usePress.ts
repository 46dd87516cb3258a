/** What tells of presses: the window, or a stand-in for it. */
type Presses = Pick<EventTarget, 'addEventListener'>

/**
 * Holds back what would appear during a press: it moves what stands below it, and the press would miss what was aimed at.
 * @returns runs at once where nothing is pressed, else once the press is over and has been heard
 */
export function pressGuard(on: Presses): (run: () => void) => void {
  let pressed = false
  let waiting: (() => void)[] = []
  function over() {
    pressed = false
    const due = waiting
    waiting = []
    due.forEach(run => run())
  }
  on.addEventListener('pointerdown', () => (pressed = true), true)
  // The click comes after the pointer is up, in the same turn.
  for (const end of ['pointerup', 'pointercancel']) on.addEventListener(end, () => setTimeout(over), true)
  return run => void (pressed ? waiting.push(run) : run())
}

let guard: ReturnType<typeof pressGuard> | undefined
/** {@link pressGuard} of this page. Asked for where a screen is set up, so that it knows of a press that has begun. */
export const usePress = () => (guard ??= pressGuard(window))
