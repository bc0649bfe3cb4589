import sharp from 'sharp'
import { mostPhotoBytes } from '@/core/intake/photo'
import type { Db } from '@/store/database'
import { readPhoto, writePhoto } from '@/store/intake'
import { findResident } from '@/store/residents'
import { reject, type ActionResult } from './actionResult'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: the longest side that is kept, in pixels. */
const side = 640

/** A picture that unfolds to more pixels than this is no photograph of a dog. */
const mostPixels = 60_000_000

export type PhotoDone = ActionResult<{ readonly at: EpochMs }, { readonly status: 400 | 404 | 413 }>

/** Keeps a picture of a dog, made again as a small JPEG without what cameras write beside it. */
export async function keepPhoto(
  db: Db,
  residencyId: ResidencyId,
  bytes: Buffer,
  recordedBy: PersonId,
  now: EpochMs,
): Promise<PhotoDone> {
  const resident = findResident(db, residencyId)
  if (!resident) return { ...reject('dog-not-found', 'Dog not found.'), status: 404 }
  if (bytes.length > mostPhotoBytes)
    return { ...reject('too-large', `The picture is too large: ${mostPhotoBytes / 1e6} MB are the most.`), status: 413 }
  if (!isPicture(bytes)) return { ...reject('unreadable', noPicture), status: 400 }
  try {
    const jpeg = await inTurn(() => shrunk(bytes))
    writePhoto(db, resident.dogId, jpeg, recordedBy, now)
    return { ok: true, at: now }
  } catch (error) {
    const slow = error instanceof Error && error.message.includes('timeout')
    return {
      ...reject('unreadable', slow ? 'That picture takes too long to read; a smaller one will do.' : noPicture),
      status: 400,
    }
  }
}

const noPicture = 'That file is no picture Kibou can read: JPEG, PNG or WebP.'

/**
 * By what it holds, whatever it is called: a drawing that is worked out, or a page of a document, takes as long as
 * who made it likes. First bytes by ISO/IEC 10918-1, PNG (ISO/IEC 15948) and RFC 9649.
 */
const isPicture = (bytes: Buffer): boolean =>
  bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])) ||
  bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) ||
  (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP')

/** Design choice: a picture that is not read by then is given up. */
const mostSeconds = 8

const shrunk = (bytes: Buffer): Promise<Buffer> =>
  sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' })
    .rotate()
    .resize(side, side, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 80 })
    .timeout({ seconds: mostSeconds })
    .toBuffer()

/**
 * A picture from elsewhere as it may be kept: these very bytes where they are such a JPEG as Kibou makes, made again
 * where they are another picture, undefined where they are none.
 */
export async function keptPicture(bytes: Buffer): Promise<Buffer | undefined> {
  if (!isPicture(bytes)) return undefined
  try {
    const picture = sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' })
    const { format, width, height, exif, xmp, iptc } = await picture.metadata()
    const plain = exif === undefined && xmp === undefined && iptc === undefined
    if (format !== 'jpeg' || !plain || Math.max(width, height) > side) return await inTurn(() => shrunk(bytes))
    // Read to its end: what only begins like a picture is none.
    await inTurn(() => picture.timeout({ seconds: mostSeconds }).stats())
    return bytes
  } catch {
    return undefined
  }
}

let before: Promise<unknown> = Promise.resolve()
/** One picture after the other: eight at once would hold every thread that passcodes are checked on. */
function inTurn<T>(run: () => Promise<T>): Promise<T> {
  const turn = before.then(run, run)
  before = turn.catch(() => undefined)
  return turn
}

/** The picture of a residency's dog, or undefined. */
export function photoOf(db: Db, residencyId: ResidencyId): { readonly jpeg: Buffer; readonly at: EpochMs } | undefined {
  const resident = findResident(db, residencyId)
  return resident && readPhoto(db, resident.dogId)
}
