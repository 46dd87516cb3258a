import type { HouseRules } from '../../trade/house'
import type { Method, ResistId } from '../../trade/materials'
import type { FaultId, Remedy, SpotId, TryResult } from '../run'
import type { LookFacts } from './facts'

/** What makes a cause likely in this run, by code and numbers. Times in s, lengths in mm, areas in mm². */
export type Evidence
  = | { code: 'seen', mishap: string, spot: SpotId | null }
    | { code: 'tried', result: TryResult }
    | { code: 'over', seconds: number }
    | { code: 'short', seconds: number }
    | { code: 'coat-fast' | 'coat-slow', took: number, planned: number }
    | { code: 'spread', seconds: number }
    | { code: 'skipped', step: string }
    | { code: 'damp', seconds: number }
    | { code: 'cares', times: number }
    | { code: 'old', days: number }
    | { code: 'faded', share: number }
    | { code: 'cold', temperature: number }
    | { code: 'resist', resist: ResistId }
    | { code: 'finest', size: number }
    | { code: 'opening', area: number }
    | { code: 'bridge', width: number }
    | { code: 'slit', gap: number }
    | { code: 'edges-out', by: number }
    | { code: 'frost-outside', area: number }
    | { code: 'even-frost' | 'bowl' }

/** How good evidence is: entered when it happened, measured on this piece, or known of the lot and the plan. */
export type Strength = 'entered' | 'measured' | 'known'
const STRENGTH: Record<Evidence['code'], Strength> = {
  'seen': 'entered',
  'tried': 'entered',
  'skipped': 'entered',
  'over': 'measured',
  'short': 'measured',
  'coat-fast': 'measured',
  'coat-slow': 'measured',
  'spread': 'measured',
  'damp': 'measured',
  'cares': 'measured',
  'faded': 'measured',
  'edges-out': 'measured',
  'frost-outside': 'measured',
  'old': 'known',
  'cold': 'known',
  'resist': 'known',
  'finest': 'known',
  'opening': 'known',
  'bridge': 'known',
  'slit': 'known',
  'even-frost': 'known',
  'bowl': 'known',
}
const RANK: Record<Strength, number> = { entered: 3, measured: 2, known: 1 }
export const strengthOf = (evidence: Evidence): Strength => STRENGTH[evidence.code]

export type CauseId
  = | 'lifted-edge' | 'sideways' | 'seeps' | 'too-long' | 'thin-coat' | 'air' | 'finger' | 'coated-again' | 'moved' | 'uneven-coat'
    | 'large-area' | 'spilled' | 'uncovered' | 'residue' | 'damp' | 'fine-detail' | 'old-lot' | 'too-short' | 'cold' | 'unstirred'
    | 'not-checked' | 'call-missed' | 'mask-worn' | 'too-near' | 'unevenly-swept' | 'spent-grit'

export interface Cause {
  id: CauseId
  /** The best first; none: it is a usual cause, and nothing in this run speaks for or against it. */
  evidence: Evidence[]
}

type Finder = (facts: LookFacts, rules: HouseRules) => (Evidence | null)[]

const mishap = (...kinds: string[]): Finder => f =>
  f.mishaps.filter(m => kinds.includes(m.why!)).map((m): Evidence => ({ code: 'seen', mishap: m.why!, spot: m.spot }))
const over: Finder = f => [f.overBy > 0 ? { code: 'over', seconds: f.overBy } : null]
const resist = (...ids: ResistId[]): Finder => f => [
  f.basis && ids.includes(f.basis.resist) ? { code: 'resist', resist: f.basis.resist } : null,
]
const skipped = (...steps: string[]): Finder => f => f.skipped.filter(s => steps.includes(s)).map(step => ({ code: 'skipped', step }))
const nothing: Finder = () => []

/** Under this share of the planned time a coat was put on in a hurry; past the other it went on so slowly that its parts differ. */
const HURRIED = 0.6
const DRAWN_OUT = 1.6
/** A button pressed twice is no coat. s */
const PRESSED_TWICE = 3
const coat = (code: 'coat-fast' | 'coat-slow'): Finder => ({ coat: c }) => {
  if (!c || c.took < PRESSED_TWICE) return []
  const share = c.took / c.planned
  return [(code === 'coat-fast' ? share < HURRIED : share > DRAWN_OUT) ? { code, ...c } : null]
}
/** Share of its dwell that the first part may be ahead of the last before the difference shows. */
const SPREAD_SHOWS = 0.25
const spread: Finder = f => [f.dwell && f.spread > SPREAD_SHOWS * f.dwell ? { code: 'spread', seconds: f.spread } : null]
const short: Finder = f => [
  f.dwell !== null && f.dwell < f.window.notBefore ? { code: 'short', seconds: f.window.notBefore - f.dwell } : null,
]
const old: Finder = ({ basis }, rules) => [
  basis?.openDays && basis.openDays > rules.oldCreamDays ? { code: 'old', days: basis.openDays } : null,
]
/** A bottle that etches this much slower than at first has faded. */
const FADED = 0.85
const faded: Finder = ({ potency }) => [potency !== null && potency < FADED ? { code: 'faded', share: potency } : null]
const cold: Finder = ({ basis }, rules) => [
  basis && basis.temperature !== null && basis.temperature < rules.coldBelow ? { code: 'cold', temperature: basis.temperature } : null,
]
const tried: Finder = f => [f.tried && f.tried !== 'good' ? { code: 'tried', result: f.tried } : null]
const opening: Finder = ({ basis }) => [
  basis?.window.some(w => w.why.code === 'large-opening') ? { code: 'opening', area: basis.openArea } : null,
]
/** Details that a usual undercut eats into. mm */
const FINE = 1
const finest: Finder = ({ basis }) => [basis?.finest && basis.finest < FINE ? { code: 'finest', size: basis.finest } : null]
/** Resist narrower than this hardly holds; slits that end nearer than this let etchant in where they were cut a little too far. mm */
const NARROW = 1
const NEAR = 2
const bridge: Finder = ({ basis }) => [basis?.bridge && basis.bridge < NARROW ? { code: 'bridge', width: basis.bridge } : null]
const slit: Finder = ({ basis }) => [basis?.slitGap !== undefined && basis.slitGap < NEAR ? { code: 'slit', gap: basis.slitGap } : null]
/** Edges that lie this far out all round were not lifted at one place: mm. */
const CREPT = 0.15
const edgesOut: Finder = ({ frost }) => [frost?.offset && frost.offset > CREPT ? { code: 'edges-out', by: frost.offset } : null]
/** Frost in one place outside the art, mm², where its edges lie on their lines otherwise. */
const frostOutside: Finder = ({ frost }) => [
  frost?.outside && (frost.offset ?? 0) <= CREPT ? { code: 'frost-outside', area: frost.outside } : null,
]
/** Pushing a drip back at the low side moves nothing else. */
const moved: Finder = ({ cares }) => {
  const times = cares.filter(c => c !== 'drip').length
  return [times > 0 ? { code: 'cares', times } : null]
}
const evenFrost: Finder = f => [f.basis?.schools.dwell === 'even-frost' ? { code: 'even-frost' } : null]
const bowl: Finder = f => [f.basis?.surface === 'bowl' ? { code: 'bowl' } : null]
const damp: Finder = (f, rules) => [f.rested !== null && f.rested < rules.dryTime ? { code: 'damp', seconds: f.rested } : null]

/** A cause, the methods that have it, and what speaks for it. */
type Row = [id: CauseId, methods: readonly Method[], ...finders: Finder[]]
const WET: readonly Method[] = ['cream', 'liquid']
const CREAM: readonly Method[] = ['cream']
const BLAST: readonly Method[] = ['blast']
const ALL: readonly Method[] = ['cream', 'liquid', 'blast']

/** The usual causes of each fault, the commonest first. */
const CAUSES: Record<FaultId, readonly Row[]> = {
  'crept': [
    ['lifted-edge', ALL, mishap('crept', 'bubble'), frostOutside, bridge, slit, bowl],
    ['too-long', WET, over, edgesOut],
    ['sideways', CREAM, resist('loose-stencil', 'stickers', 'mesh')],
    ['seeps', WET, resist('paper', 'contact-paper')],
    ['mask-worn', BLAST, over],
  ],
  'thin': [
    ['thin-coat', WET, mishap('thin'), coat('coat-fast')],
    ['air', CREAM, mishap('bubble')],
    ['coated-again', CREAM, mishap('coated-again')],
    ['finger', WET, skipped('clean')],
    ['unevenly-swept', BLAST, short],
  ],
  'bands': [
    ['moved', CREAM, moved],
    ['uneven-coat', WET, spread, coat('coat-slow'), mishap('coated-again')],
    ['large-area', CREAM, opening],
    ['too-near', BLAST, nothing],
  ],
  'outside': [
    ['spilled', WET, mishap('spilled', 'dropped')],
    ['uncovered', ALL, skipped('mask')],
    ['lifted-edge', ALL, mishap('crept')],
  ],
  'blotchy': [
    ['residue', ALL, skipped('second-wash')],
    ['damp', ALL, damp],
    ['thin-coat', WET, mishap('thin'), coat('coat-fast')],
  ],
  'soft': [
    ['too-long', WET, over, edgesOut, evenFrost],
    ['fine-detail', ALL, finest, bridge],
    ['lifted-edge', ALL, mishap('crept')],
    ['mask-worn', BLAST, over],
  ],
  'weak': [
    ['too-short', ALL, short],
    ['old-lot', CREAM, tried, faded, old],
    ['cold', WET, cold],
    ['unstirred', CREAM, skipped('ready-etchant')],
    ['thin-coat', WET, mishap('thin'), coat('coat-fast')],
    ['spent-grit', BLAST, nothing],
  ],
  'reversed': [['not-checked', ALL, skipped('mask')]],
  'too-long': [['call-missed', ALL, over]],
}

/**
 * Likely causes of a fault on this piece, the best proved first: what was entered as it happened before what the clock measured, that
 * before what is known of lot and plan, and those that nothing speaks for in the order in which they are usual.
 */
export function causesOf(fault: FaultId, facts: LookFacts, rules: HouseRules): Cause[] {
  const best = (cause: Cause) => Math.max(0, ...cause.evidence.map(e => RANK[strengthOf(e)]))
  return CAUSES[fault]
    .filter(([, methods]) => methods.includes(facts.method))
    .map(([id, , ...finders]): Cause => {
      const evidence = finders.flatMap(find => find(facts, rules).filter(e => e !== null))
      return { id, evidence: evidence.sort((a, b) => RANK[strengthOf(b)] - RANK[strengthOf(a)]) }
    })
    .sort((a, b) => best(b) - best(a) || b.evidence.length - a.evidence.length)
}

/** What to do now, the first thing to try first. */
const NOW: Record<FaultId, readonly Remedy[]> = {
  'crept': ['leave', 'new-pass', 'scrap'],
  'thin': ['wash-again', 'new-pass', 'leave', 'scrap'],
  'bands': ['wash-again', 'leave', 'new-pass'],
  'outside': ['leave', 'new-pass', 'scrap'],
  'blotchy': ['wash-again', 'leave', 'new-pass'],
  'soft': ['leave', 'scrap'],
  'weak': ['wash-again', 'new-pass', 'leave'],
  'reversed': ['leave', 'scrap'],
  'too-long': ['leave', 'scrap'],
}
export const remediesOf = (fault: FaultId): readonly Remedy[] => NOW[fault]

/** Faults that tempt people to coat the spot again. */
const TEMPTING: readonly FaultId[] = ['thin', 'weak', 'bands']
export const temptsToCoat = (fault: FaultId, method: Method): boolean => method !== 'blast' && TEMPTING.includes(fault)
