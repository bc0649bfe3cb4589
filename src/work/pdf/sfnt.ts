import { inflateSync } from 'node:zlib'

const woffHead = 44
const woffEntry = 20
const sfntHead = 12
const sfntEntry = 16

const padded = (bytes: number): number => Math.ceil(bytes / 4) * 4

/**
 * The font that a WOFF file packs, as an SFNT (TrueType or OpenType) file: what is drawn from the packed one unpacks
 * its outlines again for every letter. WOFF File Format 1.0 (W3C Recommendation, 2012), sections 3 to 5; the head of an
 * SFNT is that of the OpenType specification, "Organization of an OpenType Font". Throws where it is no WOFF file.
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.length < woffHead || woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('this is no WOFF file')
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = woffHead + i * woffEntry
    const [offset, packed, length] = [4, 8, 12].map((n) => woff.readUInt32BE(at + n)) as [number, number, number]
    const found = woff.subarray(offset, offset + packed)
    const bytes = packed < length ? inflateSync(found) : found
    if (bytes.length !== length) throw new Error('a table of this font is cut short')
    return { tag: woff.subarray(at, at + 4), checksum: woff.readUInt32BE(at + 16), bytes }
  })
  const head = sfntHead + count * sfntEntry
  const sfnt = Buffer.alloc(tables.reduce((sum, { bytes }) => sum + padded(bytes.length), head))
  woff.copy(sfnt, 0, 4, 8)
  const power = Math.floor(Math.log2(count))
  sfnt.writeUInt16BE(count, 4)
  sfnt.writeUInt16BE(2 ** power * 16, 6)
  sfnt.writeUInt16BE(power, 8)
  sfnt.writeUInt16BE(count * 16 - 2 ** power * 16, 10)
  let offset = head
  tables.forEach(({ tag, checksum, bytes }, i) => {
    const at = sfntHead + i * sfntEntry
    tag.copy(sfnt, at)
    sfnt.writeUInt32BE(checksum, at + 4)
    sfnt.writeUInt32BE(offset, at + 8)
    sfnt.writeUInt32BE(bytes.length, at + 12)
    bytes.copy(sfnt, offset)
    offset += padded(bytes.length)
  })
  return sfnt
}
