import Papa from 'papaparse'

/** So that spreadsheets read a file as UTF-8. */
export const CSV_MARK = '\uFEFF'

/** Rows as CSV (RFC 4180). What a spreadsheet would run as a formula is written as text. */
export const csvLines = (rows: readonly unknown[][]): string => `${Papa.unparse([...rows], { escapeFormulae: true, newline: '\r\n' })}\r\n`
