/** CRC-32 as in ISO 3309 and RFC 1952 §8, of text as UTF-8, eight hexadecimal digits. */
export function crc32(text: string): string {
  let crc = ~0
  for (const byte of new TextEncoder().encode(text)) {
    crc ^= byte
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (0xedb88320 & -(crc & 1))
  }
  return (~crc >>> 0).toString(16).padStart(8, '0')
}
