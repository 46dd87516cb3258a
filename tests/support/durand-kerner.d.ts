declare module 'durand-kerner' {
  /** Real and imaginary parts of the roots. @param coefficients of a polynomial, from the constant up */
  export default function roots(coefficients: number[], imaginary?: number[], steps?: number, tolerance?: number): [number[], number[]]
}
