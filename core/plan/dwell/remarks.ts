import { etchantKind, substrateKind } from '../../trade/materials'
import type { EtchantKindId, SubstrateId } from '../../trade/materials'
import { capital, formatDuration } from '../../basics/units'

/** What makes the first part of a piece dwell less long than its last: the first of these that is enough. */
export type SpreadHelp = { code: 'wider-tool' } | { code: 'second-person' } | { code: 'sections', count: number } | { code: 'smaller-art' }

/**
 * What is said of a window before the work starts, or why there is none, by code ({@link dwellRemarkWords} says it). Times in s, sizes
 * in mm.
 */
export type DwellRemark
  = | { code: 'outside-label', min: number, max: number }
    | { code: 'no-coupon-yet' }
    /** @property eaten what undercut may take off by then */
    | { code: 'undercut-detail', eaten: number, finest: number }
    | { code: 'rest-for-coarse', finest: number }
    | { code: 'brush-marks' }
    /** @property share of the time without harm that the dwell of one piece may spread over */
    | { code: 'coat-spread', coat: number, share: number, help: SpreadHelp }
    | { code: 'old-without-coupon', days: number, substrate: SubstrateId }
    | { code: 'never-long-rest', substrate: SubstrateId, cap: number }
    | { code: 'no-long-rest-known', etchant: EtchantKindId }
    | { code: 'coat-over-cap', substrate: SubstrateId, cap: number, coat: number }
    /** @property left from the last part covered to the cap @property needed by the etchant at least */
    | { code: 'cap-under-window', substrate: SubstrateId, left: number, needed: number }

function helpWords(help: SpreadHelp): string {
  switch (help.code) {
    case 'wider-tool':
      return 'A wider tool is enough.'
    case 'second-person':
      return 'A second person is enough.'
    case 'sections':
      return `Coat it in ${help.count} sections, each with its own clock.`
    case 'smaller-art':
      return 'Make the art smaller, or blast it.'
  }
}

const span = ({ min, max }: { min: number, max: number }) =>
  min === max ? formatDuration(min) : `${formatDuration(min)} to ${formatDuration(max)}`

/** The sentence for a remark, as one says it. */
export function dwellRemarkWords(remark: DwellRemark): string {
  switch (remark.code) {
    case 'outside-label':
      return `The label says ${span(remark)}; the time chosen for this job lies outside.`
    case 'no-coupon-yet':
      return 'This bottle has no coupon on this ware yet, so the label\'s time is used. Etch a test strip first.'
    case 'undercut-detail':
      return (
        `Undercut may eat ${remark.eaten.toFixed(2)} mm of your ${remark.finest} mm detail by then. Wider detail keeps it; `
        + 'so does a faster cream.'
      )
    case 'rest-for-coarse':
      return `A long rest is for coarse art, and your finest detail is ${remark.finest} mm. The label's time keeps it sharper.`
    case 'brush-marks':
      return 'A large open area shows brush marks and patches. Break it up, or coat thick and leave it alone.'
    case 'coat-spread':
      return (
        `Coating one piece takes ${formatDuration(remark.coat)}, so its first part dwells that much longer than its last: over `
        + `${Math.round(remark.share * 100)} % of the time in which nothing comes to harm. ${helpWords(remark.help)}`
      )
    case 'old-without-coupon':
      return (
        `The bottle has been open ${Math.round(remark.days / 30)} months and has no coupon on ${substrateKind(remark.substrate).name}. `
        + 'It loses strength from 3 to 6 months on: etch a coupon first, or try it on a scrap jar.'
      )
    case 'never-long-rest':
      return (
        `${capital(substrateKind(remark.substrate).name)} never gets a long rest: it is rinsed by ${formatDuration(remark.cap)}. `
        + 'Choose another time under How.'
      )
    case 'no-long-rest-known':
      return `Nobody gives ${etchantKind(remark.etchant).name} a long rest. Choose another time under How.`
    case 'coat-over-cap':
      return (
        `${capital(substrateKind(remark.substrate).name)} must be rinsed ${formatDuration(remark.cap)} after the first touch, and coating `
        + `alone takes ${formatDuration(remark.coat)}. Use a wider tool, a second person or smaller art.`
      )
    case 'cap-under-window':
      return (
        `${capital(substrateKind(remark.substrate).name)} must be rinsed by ${formatDuration(remark.left)}, and this etchant needs `
        + `${formatDuration(remark.needed)}. Choose a faster one or another piece.`
      )
  }
}
