import { dayIn } from '@/core/days'
import { buildWall, type WallView } from '@/core/views/wall'
import type { Db } from '@/store/database'
import { handoffsAfter } from '@/store/handoffs'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { newest } from '@/core/progress/regime'
import { newestCurriculum } from '@/store/curricula'
import { kennelForgetting } from '../scene/forgetting'
import { readRules, regimesOfResident } from '../scene/regimes'
import { summariesOf } from '../record/refold'
import { readyWith } from '../scene/shown'
import { baselineFirst } from '../scene/firstThings'
import { readToday } from '../scene/today'

/** The wall as it stands now, for somebody who may hold a leash. */
export function loadWall(db: Db, now: number, me?: string): WallView {
  const today = dayIn(readKennel(db).timeZone, now)
  const residents = residentsOn(db, today)
  const summaries = summariesOf(
    db,
    today,
    now,
    residents.map((r) => r.residencyId),
  )
  const house = readRules(db)
  const booked = new Set(handoffsAfter(db, now).map((h) => h.residencyId))
  const day = readToday(db, today, now)
  const dogs = residents.flatMap((r) => {
    const summary = summaries.get(r.residencyId)
    const not = day.not(r.residencyId)
    return summary
      ? [
          {
            ...r,
            curriculum: newest(regimesOfResident(db, r, now, { house })).curriculum,
            summary: { ...summary, readyOn: readyWith(db, r.residencyId, summary).readyOn },
            booked: booked.has(r.residencyId),
            not,
            untested: not === baselineFirst.short,
            shareOfToday: day.share,
          },
        ]
      : []
  })
  return buildWall(newestCurriculum(db), dogs, today, now, kennelForgetting(db).model, me)
}
