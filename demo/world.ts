import type { JobForm } from '../shared/jobs'
import type { BottleForm } from '../shared/shelf'

/** A harbour-town studio of four made-up people gets ready for a rowing regatta. All of it is invented. */
export const STUDIO = { studio: 'Tidemark Bench', name: 'Maren Tidewell', password: 'harbour-light' }

export const CREW = [
  { key: 'osk', name: 'Osk Brandling', role: 'crew' as const, password: 'anchor-and-rope', pin: '1357' },
  { key: 'juno', name: 'Juno Saltmarsh', role: 'crew' as const, password: 'lantern-on-quay', pin: '8642' },
  { key: 'bram', name: 'Bram Kettleby', role: 'lead' as const, password: 'six-oars-ashore', pin: '9753' },
]
export const LEAD_PIN = '2468'

/** `openedDaysAgo` null for a sealed bottle. */
export const BOTTLES: { key: string, openedDaysAgo: number | null, form: Omit<BottleForm, 'openedOn'> }[] = [
  { key: 'general', openedDaysAgo: 34, form: { productName: 'Harbour general cream', kind: 'general-cream', labelMin: '5 min', labelMax: '5 min', reusable: true, size: '240 mL', left: '188', price: '31.50', couponBest: '' } },
  { key: 'slow', openedDaysAgo: 61, form: { productName: 'Slack Water reusable cream', kind: 'slow-cream', labelMin: '15 min', labelMax: '15 min', reusable: true, size: '470 mL', left: '402', price: '44', couponBest: '' } },
  { key: 'fast', openedDaysAgo: 162, form: { productName: 'Quayside quick cream', kind: 'fast-cream', labelMin: '1 min', labelMax: '3 min', reusable: true, size: '90 mL', left: '27', price: '19.80', couponBest: '' } },
  { key: 'tile', openedDaysAgo: null, form: { productName: 'Breakwater tile cream', kind: 'tile-cream', labelMin: '20 min', labelMax: '20 min', reusable: false, size: '600 mL', left: '600', price: '38', couponBest: '' } },
]

/** Test strips already etched with the general cream: it has grown a little weaker since it was opened. */
export const COUPONS = [
  { bottle: 'general', by: 'osk', daysAgo: 26, steps: [['1:15', '4.2', '0'], ['2:30', '6.4', '0.1'], ['5 min', '8.2', '0.2'], ['7:30', '8.7', '0.3'], ['10 min', '8.8', '0.4']] },
  { bottle: 'general', by: 'juno', daysAgo: 5, steps: [['1:15', '3.8', ''], ['2:30', '6.1', ''], ['5 min', '8', ''], ['7:30', '8.6', ''], ['10 min', '8.9', '']] },
]

type JobSketch = Omit<JobForm, 'dueOn' | 'bottleId'> & { key: string, bottle: string, dueInDays: number }

const tumbler = { noun: 'tumbler', substrate: 'bare-glass' as const, height: '4 1/4 in', girth: '9 1/2"', resist: 'vinyl' as const, school: 'label' as const }
const chimney = { noun: 'lamp chimney', substrate: 'bare-glass' as const, height: '255 mm', girth: '8 1/4 in', resist: 'vinyl' as const, school: 'label' as const }
const flask = { noun: 'flask', substrate: 'bare-glass' as const, height: '165 mm', girth: '7 3/4"', resist: 'contact-paper' as const, school: 'even-frost' as const }

/** Still to do when the app is opened. */
export const OPEN_JOBS: JobSketch[] = [
  { ...chimney, key: 'chimneys', bottle: 'slow', dueInDays: 2, customer: 'Pier lamp keepers', notes: 'For the six lamps along the finish line. Crest faces the water.', pieces: '3', artWidth: '70 mm', artHeight: '90 mm', openFraction: '22 %' },
  { ...tumbler, key: 'tide-line', bottle: 'general', dueInDays: 4, customer: 'Regatta committee', notes: 'Tide line all one height above the base; check the girth of each.', pieces: '6', artWidth: '2 1/2 in', artHeight: '1 3/4 in', openFraction: '30 %', school: 'own-coupons' },
  { ...flask, key: 'flasks', bottle: 'fast', dueInDays: 9, customer: 'Pilot boat crew', notes: 'Boat numbers, one each.', pieces: '2', artWidth: '45 mm', artHeight: '30 mm', openFraction: '40 %' },
  { key: 'dome', bottle: 'tile', dueInDays: 13, customer: 'Start boat', notes: 'Face of the start clock, to be read from both sides of the line.', noun: 'clock dome', substrate: 'tempered-glass', height: '120 mm', girth: '63 cm', resist: 'vinyl', school: 'label', pieces: '1', artWidth: '160 mm', artHeight: '80 mm', openFraction: '28 %' },
]

type Judgement = { result: 'good' | 'usable' | 'scrap', faults?: string[], note?: string }

/** In the log already. `over` is how long past the best time each piece stayed on, s. */
export const PAST_JOBS: (JobSketch & { daysAgo: number, by: string, over: number[], judged: Judgement[] })[] = [
  { ...tumbler, key: 'trial', daysAgo: 23, by: 'juno', bottle: 'general', dueInDays: -20, customer: 'Regatta committee', notes: 'Trial pair.', pieces: '2', artWidth: '60 mm', artHeight: '45 mm', openFraction: '35 %', over: [4, 9], judged: [{ result: 'good' }, { result: 'usable', faults: ['bands'], note: 'brush marks low down' }] },
  { ...flask, key: 'cox', daysAgo: 15, by: 'osk', bottle: 'fast', dueInDays: -14, customer: 'Cox of the eight', notes: '', pieces: '1', artWidth: '40 mm', artHeight: '40 mm', openFraction: '40 %', over: [205], judged: [{ result: 'scrap', faults: ['too-long', 'soft'], note: 'telephone' }] },
  { ...flask, key: 'cox-again', daysAgo: 14, by: 'osk', bottle: 'general', school: 'label', dueInDays: -14, customer: 'Cox of the eight', notes: 'Second try, another cream.', pieces: '1', artWidth: '40 mm', artHeight: '40 mm', openFraction: '40 %', over: [6], judged: [{ result: 'good' }] },
  { ...chimney, key: 'chimney-trial', daysAgo: 8, by: 'maren', bottle: 'slow', dueInDays: -6, customer: 'Pier lamp keepers', notes: '', pieces: '2', artWidth: '70 mm', artHeight: '90 mm', openFraction: '22 %', over: [20, 31], judged: [{ result: 'good' }, { result: 'good' }] },
  { ...tumbler, key: 'boathouse', daysAgo: 3, by: 'juno', bottle: 'general', dueInDays: -1, customer: 'Boathouse bar', notes: '', pieces: '4', artWidth: '60 mm', artHeight: '45 mm', openFraction: '35 %', over: [2, 5, 3, 8], judged: [{ result: 'good' }, { result: 'good' }, { result: 'usable', faults: ['thin'], note: 'fingerprint at the oar' }, { result: 'good' }] },
]
