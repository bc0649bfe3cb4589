import Papa from 'papaparse'
import type { CsvFaultCode } from '../rejection'

/** More rows, or a longer file, is no list of a kennel's dogs. */
export const mostRows = 5000
export const mostLetters = 4_000_000

export type CsvRead =
  | {
      readonly ok: true
      readonly header: readonly string[]
      readonly rows: readonly (readonly string[])[]
      readonly delimiter: string
    }
  | { readonly ok: false; readonly code: CsvFaultCode; readonly reason: string }

/**
 * Reads CSV after RFC 4180, with a comma, semicolon or tab, with or without a byte-order mark. Refuses whole what is
 * none.
 */
export function readCsv(bytes: Uint8Array): CsvRead {
  if (bytes.length > mostLetters)
    return {
      ok: false,
      code: 'too-large',
      reason: `The file is too long: ${(mostLetters / 1e6).toFixed(0)} MB are the most.`,
    }
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return { ok: false, code: 'not-utf-8', reason: 'This is no text in UTF-8. Save the table as “CSV UTF-8”.' }
  }
  return readCsvText(text)
}

/** Reads a table from text. */
export function readCsvText(text: string): CsvRead {
  // Some spreadsheets say in a first line of its own what parts the cells.
  const marked = /^\uFEFF?sep=([,;\t])\r?\n/i.exec(text)
  const plain = text.slice(marked?.[0].length ?? 0).replace(/^\uFEFF/, '')
  if (/[\u0000-\u0008\u000e-\u001f]/.test(plain))
    return { ok: false, code: 'not-text', reason: 'This is no table of text: it holds bytes that no text has.' }
  if (plain.trim() === '') return { ok: false, code: 'empty', reason: 'The file is empty.' }
  const parsed = Papa.parse<string[]>(plain, {
    skipEmptyLines: 'greedy',
    ...(marked?.[1] === undefined ? {} : { delimiter: marked[1] }),
    delimitersToGuess: [',', ';', '\t'],
    preview: mostRows + 2,
  })
  const broken = parsed.errors.find((e) => e.type === 'Quotes')
  if (broken)
    return {
      ok: false,
      code: 'open-quote',
      reason: `Row ${(broken.row ?? 0) + 1}: a quotation mark is opened and not closed.`,
    }
  const [header, ...rows] = parsed.data
  if (!header) return { ok: false, code: 'empty', reason: 'The file is empty.' }
  if (rows.length > mostRows)
    return { ok: false, code: 'too-many-rows', reason: `More than ${mostRows} rows: that is no list of dogs.` }
  return {
    ok: true,
    header: header.map((h) => h.trim().toLowerCase()),
    rows: rows.map((r) => r.map(unguarded)),
    delimiter: parsed.meta.delimiter,
  }
}

/** Cells that a spreadsheet would run as a formula, in whichever width its signs are written. */
const formula = /^[=+\-@\t\r＝＋－＠]/

/** A cell that no spreadsheet runs: what begins like a formula is led by an apostrophe. */
const guarded = (cell: string): string =>
  formula.test(cell) || /^'+[=+\-@\t\r＝＋－＠]/.test(cell) ? `'${cell}` : cell
/** The cell as it was before it was guarded. */
const unguarded = (cell: string): string => (/^'+[=+\-@\t\r＝＋－＠]/.test(cell) ? cell.slice(1) : cell)

/** One row of such a table, for those that are too long to be held. */
export const csvRow = (cells: readonly string[]): string => rowsAs([cells.map(guarded)])

/**
 * Writes CSV after RFC 4180: commas, CRLF, quotes where they are needed, a byte-order mark so that spreadsheets read
 * UTF-8.
 */
export const writeCsv = (header: readonly string[], rows: readonly (readonly string[])[]): string =>
  `\uFEFF${rowsAs([header, ...rows.map((r) => r.map(guarded))])}`

const rowsAs = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((r) => [...r]),
    { newline: '\r\n' },
  )}\r\n`
