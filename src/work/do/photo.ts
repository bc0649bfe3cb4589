import sharp from 'sharp'
import type { Db } from '@/store/database'
import { readPhoto, writePhoto } from '@/store/intake'
import { findResident } from '@/store/residents'

/** House: the most that is taken in, and the longest side that is kept, in pixels. */
export const mostPhotoBytes = 12_000_000

const side = 640

/** A picture that unfolds to more pixels than this is no photograph of a dog. */
const mostPixels = 60_000_000

export type PhotoDone =
  | { readonly ok: true; readonly at: number }
  | { readonly ok: false; readonly reason: string; readonly status: 400 | 404 | 413 }

/** Keeps a picture of a dog, made anew as a small JPEG without what cameras write beside it. */
export async function keepPhoto(
  db: Db,
  residencyId: string,
  bytes: Buffer,
  recordedBy: string,
  now: number,
): Promise<PhotoDone> {
  const resident = findResident(db, residencyId)
  if (!resident) return { ok: false, status: 404, reason: 'There is no such dog here.' }
  if (bytes.length > mostPhotoBytes)
    return { ok: false, status: 413, reason: `The picture is too large: ${mostPhotoBytes / 1e6} MB are the most.` }
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
    return { ok: false, status: 400, reason: 'That file is no picture Kibou can read: JPEG, PNG or WebP.' }
  }
}

/** The picture of a residency's dog, or undefined. */
export function photoOf(db: Db, residencyId: string): { readonly jpeg: Buffer; readonly at: number } | undefined {
  const resident = findResident(db, residencyId)
  return resident && readPhoto(db, resident.dogId)
}
