import sharp from 'sharp'
import type { Db } from '@/store/database'
import { readPhoto, writePhoto } from '@/store/intake'
import { findResident } from '@/store/residents'
import { refuse, type Deed } from './deed'

/** House: the most that is taken in, and the longest side that is kept, in pixels. */
export const mostPhotoBytes = 12_000_000

const side = 640

/** A picture that unfolds to more pixels than this is no photograph of a dog. */
const mostPixels = 60_000_000

export type PhotoDone = Deed<{ readonly at: number }, { readonly status: 400 | 404 | 413 }>

/** Keeps a picture of a dog, made anew as a small JPEG without what cameras write beside it. */
export async function keepPhoto(
  db: Db,
  residencyId: string,
  bytes: Buffer,
  recordedBy: string,
  now: number,
): Promise<PhotoDone> {
  const resident = findResident(db, residencyId)
  if (!resident) return { ...refuse('There is no such dog here.'), status: 404 }
  if (bytes.length > mostPhotoBytes)
    return { ...refuse(`The picture is too large: ${mostPhotoBytes / 1e6} MB are the most.`), status: 413 }
  try {
    const jpeg = await sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' })
      .rotate()
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 80 })
      .toBuffer()
    writePhoto(db, resident.dogId, jpeg, recordedBy, now)
    return { ok: true, at: now }
  } catch {
    return { ...refuse('That file is no picture Kibou can read: JPEG, PNG or WebP.'), status: 400 }
  }
}

/** The picture of a residency's dog, or undefined. */
export function photoOf(db: Db, residencyId: string): { readonly jpeg: Buffer; readonly at: number } | undefined {
  const resident = findResident(db, residencyId)
  return resident && readPhoto(db, resident.dogId)
}
