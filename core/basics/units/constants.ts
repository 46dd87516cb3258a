/** Millimetres in one inch, exact. NIST SP 811, table B.8. */
export const MM_PER_INCH = 25.4

/** Millilitres in one US gallon, exact: 231 in³. NIST SP 811, appendix B. */
export const ML_PER_GALLON = 231 * (MM_PER_INCH / 10) ** 3

/** Millilitres in one US teaspoon (1/768 US gallon), exact. */
export const ML_PER_TEASPOON = ML_PER_GALLON / 768

/** Millilitres in one US fluid ounce (1/128 US gallon), exact. */
export const ML_PER_FLUID_OUNCE = ML_PER_GALLON / 128

/** Grams in one avoirdupois ounce, exact. NIST SP 811, table B.8. */
export const G_PER_OUNCE = 28.349523125

/** Kilopascals in one pound-force per square inch. NIST SP 811, table B.8. */
export const KPA_PER_PSI = 6.894757
