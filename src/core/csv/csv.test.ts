import { parse } from 'csv-parse/sync'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mostRows, readCsv, readCsvText, writeCsv, csvRow } from './csv'

const header = ['run', 'dog', 'owner']
const bytes = (text: string) => new TextEncoder().encode(text)
const rowsOf = (text: string) => {
  const read = readCsvText(text)
  if (!read.ok) throw new Error(read.reason)
  return read.rows
}

describe('CSV', () => {
  it('a general-purpose parser (csv-parse) reads what is written here, nasty cells too', () => {
    const cell = fc.string({
      unit: fc.constantFrom('a', 'é', '"', ',', ';', '\n', '\r\n', ' ', "'", '犬', '\t'),
      maxLength: 12,
    })
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 8 }), (rows) => {
        const other: string[][] = parse(writeCsv(header, rows), { bom: true, record_delimiter: '\r\n' })
        expect(other).toEqual([
          header,
          ...rows.map((r) => r.map((c) => (/^'*[=+\-@\t\r＝＋－＠]/.test(c) ? `'${c}` : c))),
        ])
      }),
      { numRuns: 300 },
    )
  })
  it('what is written comes back as it was, whatever was in it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.string(), fc.string(), fc.string()), { minLength: 1, maxLength: 6 }),
        (drawn) => {
          const rows = drawn.map((r) => ['x', ...r].map((c) => c.replace(/[\u0000-\u0008\u000e-\u001f]/g, '')))
          expect(rowsOf(writeCsv(['n', ...header], rows))).toEqual(rows)
        },
      ),
      { numRuns: 300 },
    )
  })
  it('a table without rows is its head, and a row by itself is the row of the whole', () => {
    expect(writeCsv(['a', 'b'], [])).toBe('\uFEFFa,b\r\n')
    const odd = ['=1', 'two, three', 'a "b"', '']
    expect(writeCsv(['h'], [odd])).toBe(`\uFEFFh\r\n${csvRow(odd)}`)
  })
  it('no cell that leaves begins a formula', () => {
    const out = writeCsv(header, [
      ['=1+1', '+4', '-2'],
      ['@SUM(A1)', '\tx', "'=kept"],
      ['＝1+1', '＠SUM(A1)', '－2'],
    ])
    const cells: string[][] = parse(out, { bom: true })
    expect(
      cells
        .slice(1)
        .flat()
        .every((c) => !/^[=+\-@\t\r＝＋－＠]/.test(c)),
    ).toBe(true)
    expect(rowsOf(out)).toEqual([
      ['=1+1', '+4', '-2'],
      ['@SUM(A1)', '\tx', "'=kept"],
      ['＝1+1', '＠SUM(A1)', '－2'],
    ])
  })
  it.each([
    ['with a byte-order mark', '\uFEFFrun,dog\r\n1,Wren\r\n'],
    ['without one', 'run,dog\n1,Wren'],
    ['with semicolons', 'run;dog\r\n1;Wren\r\n'],
    ['with tabs and blank lines', 'run\tdog\n\n1\tWren\n\n'],
    ['quoted', '"run","dog"\r\n"1","Wren"\r\n'],
  ])('is read %s', (_, text) => {
    expect(readCsv(bytes(text))).toMatchObject({ ok: true, header: ['run', 'dog'], rows: [['1', 'Wren']] })
  })
  it('RFC 4180, section 2, rules 5 to 7: quotes, line breaks and doubled quotes within cells', () => {
    expect(rowsOf('a,b,c\r\n"aaa","b CRLF\r\nbb","ccc"\r\nzzz,"y""y",xxx')).toEqual([
      ['aaa', 'b CRLF\r\nbb', 'ccc'],
      ['zzz', 'y"y', 'xxx'],
    ])
  })
  it.each([
    ['binary garbage', 'not-utf-8', Uint8Array.from({ length: 400 }, (_, i) => (i * 37) % 256)],
    ['nothing', 'empty', bytes('')],
    ['zeros', 'not-text', new Uint8Array(64)],
    ['an open quotation mark', 'open-quote', bytes('run,dog\n1,"Wren\n2,Rook')],
    ['100,000 rows', 'too-many-rows', bytes(`run,dog\n${'1,Wren\n'.repeat(100_000)}`)],
    ['five megabytes', 'too-large', bytes('x'.repeat(5_000_000))],
  ])('%s is refused whole, with a code and a reason', (_, code, given) => {
    const read = readCsv(given)
    expect(read).toMatchObject({ ok: false, code, reason: expect.stringMatching(/\w{3}/) })
    expect(mostRows).toBe(5000)
  })
})
