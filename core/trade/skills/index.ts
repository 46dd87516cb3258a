/** What a pair of hands may be trusted with in an etching studio. */
export const SKILLS = ['prepare', 'coat', 'care', 'rinse', 'blast', 'finish'] as const
export type Skill = (typeof SKILLS)[number]

/** After "may" and "may not". */
export const SKILL_WORDS: Record<Skill, string> = {
  prepare: 'get pieces ready',
  coat: 'coat',
  care: 'look after a dwell',
  rinse: 'rinse',
  blast: 'blast',
  finish: 'finish pieces',
}
