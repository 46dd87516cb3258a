import { etchantKind, substrateKind } from '../../trade/materials'
import { capital, formatDuration, formatNumber, formatTemperature } from '../../basics/units'
import type { DwellWhy } from './model'

/** Why a bound of the window stands where it does, as one says it. */
export function dwellWords(why: DwellWhy): string {
  switch (why.code) {
    case 'chosen':
      return `Chosen for this job: ${formatDuration(why.seconds)}.`
    case 'coupon-best':
      return `Your own coupon with this bottle looked best at ${formatDuration(why.seconds)}.`
    case 'even-frost':
      return `Even frost: ${why.factor} times the label's ${formatDuration(why.label)}, for an even surface.`
    case 'label':
      return `Label: the maker's ${formatDuration(why.seconds)}, the sharpest edge with the least undercut.`
    case 'chosen-shorter':
      return 'The time chosen for this job is shorter than the label\'s.'
    case 'label-least':
      return `The label asks for ${formatDuration(why.seconds)} at least.`
    case 'coupon-thin':
      return 'Sooner than this before your coupon\'s best time the frost was still thin.'
    case 'coupon-enough':
      return 'Later than this after your coupon\'s best time nothing more is gained.'
    case 'kind-grace':
      // Runs from before the label was compared keep what was said then.
      return `${why.usual === false ? '' : `${etchantKind(why.etchant).note} `}Past ${formatDuration(why.seconds)} edges soften.`
    case 'long-rest':
      return `Long rest: ${formatDuration(why.seconds)} in all, for coarse art. Some brush for the first third and leave it alone after.`
    case 'rest-early':
      return 'Under two thirds of a long rest the surface is not yet even.'
    case 'rest-late':
      return 'A long rest gains nothing more after this.'
    case 'reaction':
      return 'Nobody reacts faster: ten seconds are left to get it off.'
    case 'no-harm':
      return why.usual === false
        ? `Up to ${formatDuration(why.seconds)}, counted from its label, no harm is known.`
        : `Up to ${formatDuration(why.seconds)} no harm is known with ${etchantKind(why.etchant).name}.`
    case 'no-harm-window':
      return 'No harm is known as far as the window goes.'
    case 'no-harm-gun':
      return 'Twice the gun time digs in.'
    case 'undercut-harm':
      return `Undercut: later, ${Math.round(why.share * 100)} % of your ${why.finest} mm detail would be eaten.`
    case 'label-most':
      return `The label's longest time is ${formatDuration(why.seconds)}.`
    case 'label-slack':
      return 'The label gives one time; a little more is room to get to the sink.'
    case 'cap': {
      const substrate = substrateKind(why.substrate)
      return `${capital(substrate.name)}: off by ${formatDuration(why.seconds)} from the first touch. ${substrate.note}`
    }
    case 'undercut': {
      const each = why.each === undefined ? '' : `, ${formatNumber(why.each, 2)} mm each side`
      const by = why.coupon ? 'your coupon' : 'creep as usual for its kind'
      return `Undercut: later, more than ${Math.round(why.share * 100)} % of your ${why.finest} mm detail would be eaten${each} (${by}).`
    }
    case 'chosen-slack':
      return 'The time chosen for this job, and room to get to the sink.'
    case 'old':
      return `Open for ${Math.round(why.days / 30)} months: longer, for a weaker cream.`
    case 'cold':
      return (
        `The bench has ${formatTemperature(why.temperature)}, under ${formatTemperature(why.below)}: longer, `
        + 'or warm the closed bottle.'
      )
    case 'large-opening':
      return 'A large open area: half way to the end of the window, for an even surface.'
    case 'held-back':
      return 'Held back by what must be off sooner.'
    case 'gun-thin':
      return 'With a fifth less gun time the frost still looks thin.'
    case 'gun':
      return `${formatDuration(why.seconds)} of gun time over all passes.`
    case 'gun-digs':
      return 'More digs in and wears the mask.'
    case 'held-until-open':
      return 'Held until the window opens.'
  }
}
