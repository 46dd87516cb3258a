import type { DayPlan, DayPlanEntry } from '#shared/days'

/** What the keeper asks of the page that it keeps a plan for. */
export interface KeptDay {
  /** The plan that the server keeps, as far as this page knows. */
  now: () => DayPlan
  put: (entry: DayPlanEntry) => Promise<DayPlan>
  get: () => Promise<DayPlan>
  /** The plan was stored. */
  stored: (day: DayPlan) => void
  /** Somebody else's plan is the one that is kept. @returns whether what was chosen and written here stays */
  take: (day: DayPlan) => boolean
  /** It can't be kept, and the person who changed something has to know. */
  refused: (message: string) => void
  /** What was changed here last is not in the plan of whoever was first. */
  overtaken: () => void
  /** Plans afresh from the facts as they are now. */
  planAgain: (byHand: boolean) => void
}

type Choices = Pick<DayPlan, 'passes' | 'away' | 'locks' | 'slots'>
const choices = ({ passes, away, locks, slots }: Choices) => JSON.stringify([passes, away, locks, slots])

/**
 * Keeps plans of a day on the server, one after another, each made on the version that the last one gave. Where a fact or another
 * person came first, the day is planned once more; a second refusal in a row is final.
 * @returns keeps a plan; `byHand`: somebody changed something, and is told when it can't be kept
 */
export function dayKeeper(day: KeptDay): (entry: Omit<DayPlanEntry, 'version'>, byHand: boolean) => Promise<void> {
  let last: Promise<void> = Promise.resolve()
  let again = false

  async function keep(entry: Omit<DayPlanEntry, 'version'>, byHand: boolean): Promise<void> {
    const before = day.now()
    if (choices(entry) === choices(before)) return
    try {
      day.stored(await day.put({ ...entry, version: before.version }))
      again = false
    }
    catch (error) {
      const { status, message } = error as { status?: number, message: string }
      if (status === undefined) throw error
      if (status !== 409 || again) {
        // A plan that was only made again is made again with the next fact.
        if (byHand || status !== 409) day.refused(message)
        return
      }
      // A fact came in between, or somebody else planned it: once more, from their plan when there is one.
      again = true
      const theirs = await day.get().catch(() => before)
      if (theirs.version !== before.version && !day.take(theirs) && byHand) day.overtaken()
      day.planAgain(byHand)
    }
  }
  return (entry, byHand) => (last = last.catch(() => {}).then(() => keep(entry, byHand)))
}
