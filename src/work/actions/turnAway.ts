import { addDays, dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { unlessDatabaseError } from '@/store/databaseError'
import { noteTurnedAway, turnedAwayDays, type TurnedAway } from '@/store/turnedAway'
import type { EpochMs } from '@/core/epochMs'

/** Keeps that somebody was turned away, for a lead to read; whatever keeps it from being written is passed over. */
export function turnAway(db: Db, who: Pick<TurnedAway, 'personId' | 'why' | 'place'>, now: EpochMs): void {
  const day = dayIn(readKennel(db).timeZone, now)
  unlessDatabaseError(() => noteTurnedAway(db, { ...who, day, lastAt: now }, addDays(day, -turnedAwayDays)))
}
