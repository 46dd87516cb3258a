import { ArtRefused } from './refusal'

const MOST_NAMES = 200

/** Cells of one comma-separated table (RFC 4180): quotes may hold commas, line breaks and doubled quotes. */
export function readCsv(text: string): string[][] {
  const rows: string[][] = [[]]
  let [cell, quoted, line] = ['', false, 1]
  const end = () => {
    rows.at(-1)!.push(cell.trim())
    cell = ''
  }
  const plain = text.replace(/^\uFEFF/, '')
  // Where lists are written with a decimal comma, cells are parted by semicolons.
  const first = plain.split('\n', 1)[0]!
  const comma = !first.includes(',') && first.includes(';') ? ';' : ','
  for (let i = 0; i < plain.length; i++) {
    const c = plain[i]!
    if (c === '\n') line++
    if (quoted) {
      if (c !== '"') cell += c
      else if (plain[i + 1] === '"') cell += plain[++i]
      else quoted = false
    }
    else if (c === '"' && cell.trim() === '') [quoted, cell] = [true, '']
    else if (c === comma) end()
    else if (c === '\n') {
      end()
      rows.push([])
    }
    else if (c !== '\r') cell += c
  }
  if (quoted) throw new ArtRefused(`Line ${line}: a quote is opened and never closed. Close it and load the list again.`)
  end()
  return rows.filter(r => r.some(Boolean))
}

const HEADS = new Set(['name', 'names', 'text', 'lettering', 'line', 'line 1', 'line 2', 'line 3', 'initials', 'year', 'date'])

/**
 * One lettering a row: its cells are the lines. Where a head row names the columns, only those that hold names are read.
 * @throws ArtRefused
 */
export function readNames(text: string): string[] {
  const rows = readCsv(text)
  const own = (rows[0] ?? []).flatMap((cell, i) => (HEADS.has(cell.toLowerCase()) ? [i] : []))
  if (own.length > 0) rows.shift()
  const names = rows
    .map(cells => (own.length > 0 ? own.map(i => cells[i] ?? '') : cells).filter(Boolean).join('\n'))
    .filter(name => name !== '')
  if (names.length === 0) throw new ArtRefused('There is no name in the list. Write one a line; more cells make more lines of letters.')
  if (names.length > MOST_NAMES) throw new ArtRefused(`The list has ${names.length} names; ${MOST_NAMES} are the most. Split it.`)
  return names
}
