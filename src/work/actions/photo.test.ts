import sharp from 'sharp'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { fedKennel } from '../tests/fedKennel'
import { monday } from '../tests/kennel'
import { keepPhoto, photoOf } from './photo'

describe('a photo', () => {
  it('is made anew as a small JPEG without what the camera wrote; what is no picture is refused', async () => {
    const s = fedKennel()
    const png = await sharp({ create: { width: 1600, height: 900, channels: 3, background: '#884' } })
      .withExif({ IFD0: { Artist: 'somebody' } })
      .png()
      .toBuffer()
    expect((await keepPhoto(s.db, s.residencyId, png, s.who, monday)).ok).toBe(true)
    const kept = await sharp(photoOf(s.db, s.residencyId)?.jpeg).metadata()
    expect([kept.format, kept.width, kept.height, kept.exif]).toEqual(['jpeg', 640, 360, undefined])
    for (const bad of [Buffer.from('no picture at all'), Buffer.alloc(0), png.subarray(0, 200)])
      expect(await keepPhoto(s.db, s.residencyId, bad, s.who, monday)).toMatchObject({ ok: false, status: 400 })
    expect(await keepPhoto(s.db, s.residencyId, Buffer.alloc(80_000_000), s.who, monday)).toMatchObject({
      ok: false,
      status: 413,
    })
    expect(await keepPhoto(s.db, v7(), png, s.who, monday)).toMatchObject({ ok: false, status: 404 })
  })

  it('is JPEG, PNG or WebP by what it holds; a drawing that takes for ever is not begun', async () => {
    const s = fedKennel()
    const made = sharp({ create: { width: 40, height: 30, channels: 3, background: '#884' } })
    for (const fine of [made.clone().jpeg(), made.clone().png(), made.clone().webp()])
      expect((await keepPhoto(s.db, s.residencyId, await fine.toBuffer(), s.who, monday)).ok).toBe(true)
    const blurs = '<filter id="f"><feGaussianBlur stdDeviation="200"/></filter><rect filter="url(#f)" width="9999"/>'
    const drawing = Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="7000" height="7000">${blurs}</svg>`)
    const other = [drawing, await made.clone().tiff().toBuffer(), await made.clone().gif().toBuffer()]
    const from = performance.now()
    for (const bad of [...other, Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), drawing])])
      expect(await keepPhoto(s.db, s.residencyId, bad, s.who, monday)).toMatchObject({ ok: false, status: 400 })
    expect(performance.now() - from).toBeLessThan(5000)
    // More pixels than any camera has are refused by what its head says, before they are unfolded.
    const wide = Buffer.from(await made.clone().png().toBuffer())
    wide.writeUInt32BE(60_000, 16)
    wide.writeUInt32BE(60_000, 20)
    expect(await keepPhoto(s.db, s.residencyId, wide, s.who, monday)).toMatchObject({ ok: false, status: 400 })
  })
})
