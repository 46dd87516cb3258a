import { capital, countOf, formatDuration } from '../../basics/units'
import { SKILL_WORDS } from '../../trade/skills'
import type { Skill } from '../../trade/skills'
import type { Change, WhyNot } from '../schedule'

const BINDS: Record<Exclude<WhyNot['binds'], 'skill'>, string> = {
  hands: 'Hands bind: there is more to do than the people who are there can do in time.',
  window: 'Coating binds against the window: no more can be coated before the first must come off.',
  place: 'The bench binds: every place is taken while the dwells run.',
  sink: 'The sink binds: rinses queue for it.',
  tub: 'The tub binds: rinses queue for it.',
  cabinet: 'The cabinet binds: one piece at a time.',
}
const ONE_MORE = { hands: 'pair of hands', place: 'place on the bench', sink: 'sink', tub: 'tub', cabinet: 'cabinet' } as const

/** What stands in the way of ending in time. */
export const whySentence = (why: WhyNot): string =>
  why.binds === 'skill' ? `Nobody here may ${SKILL_WORDS[why.skill as Skill]}.` : BINDS[why.binds]

/** What would make it fit. */
export function changeSentence(change: Change): string {
  switch (change.what) {
    case 'time':
      return `${capital(formatDuration(change.seconds))} more: begin sooner or stay longer.`
    case 'window':
      return `A window ${formatDuration(change.seconds)} longer, if the label allows it.`
    case 'pieces':
      return `Leave ${countOf(change.pieces, 'piece')} for another day.`
    case 'trust':
      return `Let somebody ${SKILL_WORDS[change.skill as Skill]}, on the page Crew.`
    default:
      return `One more ${ONE_MORE[change.what]}.`
  }
}
