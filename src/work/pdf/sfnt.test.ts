import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { sfntOf } from './sfnt'

const folder = (family: string) => join('node_modules/@fontsource', family, 'files')
const shipped = ['atkinson-hyperlegible-next', 'hepta-slab', 'noto-sans'].flatMap((family) =>
  readdirSync(folder(family))
    .filter((f) => /-[47]00-normal\.woff$/.test(f))
    .map((f) => join(folder(family), f)),
)

/** Sum of a table’s four-byte numbers, the last filled up with zeros (OpenType, "Calculating checksums"). */
function checksum(bytes: Buffer): number {
  let sum = 0
  for (let i = 0; i < bytes.length; i += 4) {
    const four = Buffer.alloc(4)
    bytes.copy(four, 0, i, i + 4)
    sum = (sum + four.readUInt32BE(0)) % 2 ** 32
  }
  return sum
}

interface Table {
  readonly tag: string
  readonly checksum: number
  readonly offset: number
  readonly length: number
}

const tablesOf = (sfnt: Buffer): readonly Table[] =>
  Array.from({ length: sfnt.readUInt16BE(4) }, (_, i) => {
    const at = 12 + i * 16
    const [sum = 0, offset = 0, length = 0] = [4, 8, 12].map((n) => sfnt.readUInt32BE(at + n))
    return { tag: sfnt.toString('latin1', at, at + 4), checksum: sum, offset, length }
  })

describe('a font that is unpacked', () => {
  it.each(shipped)('%s has the checksums that OpenType asks for of each table', (file) => {
    const woff = readFileSync(file)
    const sfnt = sfntOf(woff)
    // What the packed file says it comes to (WOFF 1.0, totalSfntSize).
    expect(sfnt.length).toBe(woff.readUInt32BE(16))
    const tables = tablesOf(sfnt)
    expect(tables.map((t) => t.tag)).toEqual(tables.map((t) => t.tag).sort())
    for (const table of tables) {
      const bytes = Buffer.from(sfnt.subarray(table.offset, table.offset + table.length))
      expect(table.offset % 4).toBe(0)
      // The head's own adjustment counts as zero in its own checksum.
      if (table.tag === 'head') bytes.writeUInt32BE(0, 8)
      expect([table.tag, checksum(bytes)]).toEqual([table.tag, table.checksum])
    }
  })

  it('refuses what is none, or was cut short', () => {
    expect(() => sfntOf(Buffer.from('OTTO and nothing else, which is no packed font at all'))).toThrow('no WOFF file')
    const woff = readFileSync(shipped[0] ?? '')
    expect(() => sfntOf(woff.subarray(0, woff.length - 4000))).toThrow()
  })
})
