import { addDays, dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { unlessTrouble } from '@/store/trouble'
import { noteTurnedAway, turnedAwayDays, type TurnedAway } from '@/store/turnedAway'

/** Keeps that somebody was turned away, for a lead to read; whatever keeps it from being written is passed over. */
export function turnAway(db: Db, who: Pick<TurnedAway, 'personId' | 'why' | 'place'>, now: number): void {
  const day = dayIn(readKennel(db).timeZone, now)
  unlessTrouble(() => noteTurnedAway(db, { ...who, day, lastAt: now }, addDays(day, -turnedAwayDays)))
}
