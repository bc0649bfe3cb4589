import { thingsAtMost } from '@/core/block/compose'
import { setsOfOne } from '@/core/block/nextAction'
import { blocksADay } from '@/core/block/rest'
import { findRung, ownRung } from '@/core/curriculum/lookup'
import type { Command, Curriculum } from '@/core/curriculum/types'
import { isYoung } from '@/core/coach/allowed'
import { countedRungs, paceOf, roomFor, type DayPay, type QuotaProgress } from '@/core/promise/quota'
import type { Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { inPassingByDay, repsAtByDay } from '@/store/facts/paced'
import { allFeeds, readHouse } from '@/store/house'
import { readPromises, type Resident } from '@/store/residents'
import { dayFood } from './food'

/** How the numbers to reach stand for one dog, by command: of those promised, and of those begun all the same. */
export function pacesOf(
  db: Db,
  resident: Resident,
  curriculum: Curriculum,
  { commands }: Pick<Summary, 'commands'>,
  today: string,
): Readonly<Record<string, QuotaProgress>> {
  const { residencyId } = resident
  const promised = new Set(
    readPromises(db, residencyId).flatMap((p) => findRung(curriculum, p.rungId)?.command.id ?? []),
  )
  const work = {
    turns: blocksADay.usual * thingsAtMost[isYoung(resident.traits, today) ? 'young' : 'grown'],
    commands: promised.size,
    setsATurn: setsOfOne,
  }
  return Object.fromEntries(
    curriculum.commands.flatMap((command) => {
      if (!command.quota) return []
      const counted = countedRungs(command)
      const inSets = repsAtByDay(db, residencyId, counted)
      if (!promised.has(command.id) && inSets.length === 0) return []
      const inHand = commands.find((c) => c.command === command.id)?.next?.rungId ?? counted.at(-1)
      const begunOn = inSets[0]?.day ?? (inHand !== undefined && counted.includes(inHand) ? today : undefined)
      const rung = rungPaid(curriculum, command, inHand)
      if (begunOn === undefined || !rung) return []
      const done = [...inSets, ...inPassingByDay(db, residencyId, command.id, begunOn)]
      const room = roomFor(rung, work, dayPay(db, resident))
      const pace = paceOf(command.quota, done, { ...resident, today, begunOn }, room)
      return pace ? [[command.id, pace] as const] : []
    }),
  )
}

/** The rung that says what a day has room for: the one in hand, or the first where something else comes before. */
const rungPaid = (curriculum: Curriculum, command: Command, inHand: string | undefined) => {
  const own = inHand === undefined ? undefined : ownRung(curriculum, inHand)
  return own?.command.id === command.id ? own.rung : command.runs[0]?.rungs[0]
}

/** What its day pays for; undefined where weight or plan is not known, and where play is the pay. */
function dayPay(db: Db, resident: Resident): DayPay | undefined {
  if (resident.traits.toys) return undefined
  const food = dayFood(db, resident, allFeeds(db), [], [])
  if (!food) return undefined
  const { trainingGrams, repsToPay } = food.ledger
  return { trainingGrams, repsToPay, handfulGrams: readHouse(db).handfulGrams }
}
