import { SUBSTRATE_IDS, substrateKind } from '../materials'
import type { SubstrateId } from '../materials'
import { ONLY_FOR, POLARISERS, PRIOR, TESTS } from './table'
import type { Test } from './table'

/** What was found so far: test id to finding id. */
export type Findings = Readonly<Record<string, string>>

export interface Likely {
  id: SubstrateId
  /** 0 to 1 */
  share: number
}

export interface Identification {
  /** The likeliest first. */
  likely: Likely[]
  /** In words. */
  sure: 'certain enough' | 'likely' | 'open'
  /** Plain glass that was not told apart from tempered: it is planned as tempered. */
  asTempered: boolean
  /** The test that would tell most now; null when none would tell much. */
  next: Test | null
}

/** What is not expected still happens: a wrong note, a strange piece. */
const HARDLY = 0.05
/** Taken as certain enough to plan with; under it the piece is tried on a hidden spot. */
const CERTAIN = 0.85
const LIKELY = 0.5
/** A test that tells less than this is not asked for, bits. */
const LITTLE = 0.03

const chance = (test: Test, finding: string, id: SubstrateId): number => {
  const weight = (f: Test['findings'][number]) => f.fits[id] ?? HARDLY
  const all = test.findings.reduce((sum, f) => sum + weight(f), 0)
  return weight(test.findings.find(f => f.id === finding)!) / all
}

const normal = (weights: number[]): number[] => {
  const sum = weights.reduce((a, b) => a + b, 0)
  return weights.map(w => w / sum)
}
const entropy = (shares: number[]): number => -shares.reduce((sum, p) => (p > 0 ? sum + p * Math.log2(p) : sum), 0)

/** How many bits a test is expected to tell. */
function gain(test: Test, shares: number[]): number {
  const before = entropy(shares)
  return test.findings.reduce((left, finding) => {
    const joint = SUBSTRATE_IDS.map((id, i) => shares[i]! * chance(test, finding.id, id))
    const p = joint.reduce((a, b) => a + b, 0)
    return left - p * entropy(normal(joint))
  }, before)
}

const PLAIN_OR_TEMPERED: readonly SubstrateId[] = ['soda-lime', 'tempered']
const OF_KIND = {
  metal: (id: SubstrateId) => substrateKind(id).family === 'metal',
  mirror: (id: SubstrateId) => id.startsWith('mirror'),
  clear: (id: SubstrateId) => PLAIN_OR_TEMPERED.includes(id),
}

/** A file is for metal, the reflection gap for mirrors, polarisers for clear glass: asked only once that is likely. */
function mayAsk(test: Test, shares: number[]): boolean {
  const only = ONLY_FOR[test.id]
  if (!only) return true
  return SUBSTRATE_IDS.reduce((sum, id, i) => (OF_KIND[only](id) ? sum + shares[i]! : sum), 0) > LIKELY
}

const polarisers = TESTS.find(t => t.id === POLARISERS)!

/**
 * What an unknown piece is likely to be: Bayes' rule over the table, findings taken as independent.
 * Unknown tests and findings are passed over.
 */
export function identify(findings: Findings): Identification {
  const known = TESTS.filter(t => t.findings.some(f => f.id === findings[t.id]))
  const shares = normal(SUBSTRATE_IDS.map(id => known.reduce((p, test) => p * chance(test, findings[test.id]!, id), PRIOR[id])))
  const likely = SUBSTRATE_IDS.map((id, i) => ({ id, share: shares[i]! })).sort((a, b) => b.share - a.share)
  const { id: first, share: best } = likely[0]!
  // By hand and ear nobody tells plain glass from tempered; a stamp or polarised light does.
  const told = findings[POLARISERS] !== undefined || findings.stamp === 'safety'
  const between = PLAIN_OR_TEMPERED.includes(first) && !told
  const ahead = TESTS.filter(t => !known.includes(t) && mayAsk(t, shares))
    .map(test => ({ test, bits: gain(test, shares) }))
    .sort((a, b) => b.bits - a.bits)[0]
  return {
    likely,
    sure: best >= CERTAIN && !between ? 'certain enough' : best >= LIKELY ? 'likely' : 'open',
    asTempered: between && first === 'soda-lime' && best >= LIKELY,
    next: ahead && ahead.bits > LITTLE && best < 0.97 ? ahead.test : between && best >= LIKELY ? polarisers : null,
  }
}
