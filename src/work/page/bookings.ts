import { curriculumIn } from '@/core/curriculum/lengths'
import { dayIn } from '@/core/days'
import type { EpochMs } from '@/core/epochMs'
import type { Typed } from '@/core/fields'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { readDraft, readDrafts, type Draft } from '@/store/intake'
import { findResident } from '@/store/residents'
import { groundOf } from '../context/ground'
import { loadKnownDogs, type KnownDog } from './knownDogs'
import { loadPresets, type Preset } from './packages'
import type { Promising } from './promising'

/** Bookings begun and not finished, the newest first. */
export const openBookings = (db: Db): readonly Draft[] =>
  readDrafts(db, 'booking', 20).filter((d) => findResident(db, d.key) === undefined)

export const bookingDraft = (db: Db, key: string): Draft | undefined => readDraft(db, key, 'booking')

/** A booking as far as it was typed, and what it can be begun from. */
export interface NewBooking {
  readonly today: string
  readonly promising: Promising
  readonly typed: Typed
  /** When the draft that it is drawn from was saved; null for none. */
  readonly draftAt: EpochMs | null
  readonly others: readonly Draft[]
  readonly known: readonly KnownDog[]
  readonly presets: readonly Preset[]
}

/** The booking of this key, of a dog that was here before where one is named. */
export function loadBooking(db: Db, key: string, dogId: string | undefined, now: EpochMs): NewBooking {
  const house = readHouse(db)
  const draft = bookingDraft(db, key)
  return {
    today: dayIn(house.timeZone, now),
    promising: { curriculum: curriculumIn(newestCurriculum(db), house.lengths), ground: groundOf(db) },
    typed: draft?.typed ?? (dogId === undefined ? {} : { dogId: [dogId] }),
    draftAt: draft?.savedAt ?? null,
    others: openBookings(db).filter((b) => b.key !== key),
    known: loadKnownDogs(db),
    presets: loadPresets(db, now),
  }
}
