/** Why the level of a lot changed. `run-as-planned`: the run was stopped after coating, and nobody measured. */
export const LEVEL_CHANGES = ['shelved', 'measured', 'run', 'run-as-planned', 'other'] as const
export type LevelChange = (typeof LEVEL_CHANGES)[number]

const WORDS: Record<LevelChange, string> = {
  'shelved': 'Put on the shelf',
  'measured': 'Measured on the shelf',
  'run': 'Used in a run',
  'run-as-planned': 'Run stopped: counted as planned',
  'other': 'Changed',
}

/** One line of a lot's ledger. @param note words from before there were codes */
export const levelChangeWords = (kind: LevelChange, note: string | null): string => (kind === 'other' && note ? note : WORDS[kind])
