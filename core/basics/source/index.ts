/**
 * Where a number or a rule of the trade comes from. `cite` names the publication, or says what a value in
 * common use was fitted to.
 */
export interface Source {
  basis: 'publication' | 'common practice' | 'house rule' | 'value from memory' | 'label' | 'reading'
  cite?: string
}

/** A constant with its unit and where it comes from. */
export interface Sourced<T = number> {
  value: T
  unit?: string
  source: Source
}

export const commonPractice = (cite?: string): Source => ({ basis: 'common practice', cite })
export const houseRule = (cite?: string): Source => ({ basis: 'house rule', cite })
export const published = (cite: string): Source => ({ basis: 'publication', cite })
export const fromMemory = (cite: string): Source => ({ basis: 'value from memory', cite })
export const onLabel: Source = { basis: 'label' }
/** Measured or counted for this job, or typed in from the bottle. */
export const reading: Source = { basis: 'reading' }

/** `common practice`, or `publication: NIST SP 811`. */
export function describeSource(source: Source): string {
  return source.cite ? `${source.basis}: ${source.cite}` : source.basis
}
