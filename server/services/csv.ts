import Papa from 'papaparse'

/** So that spreadsheets read a file as UTF-8. */
export const CSV_MARK = '\uFEFF'

/** Begins what a spreadsheet would run as a formula (OWASP, CSV injection; value from memory), with a line feed beside its list. */
const FORMULA = /^[=+\-@\t\r\n]/

/** Text that no spreadsheet runs: an apostrophe before what would begin a formula, also where more lines follow. */
const asText = (value: unknown): unknown => (typeof value === 'string' && FORMULA.test(value) ? `'${value}` : value)

/** Rows as CSV (RFC 4180): the one way into a spreadsheet, so that none is handed a formula. */
export const csvLines = (rows: readonly unknown[][]): string => `${Papa.unparse(rows.map(row => row.map(asText)), { newline: '\r\n' })}\r\n`
