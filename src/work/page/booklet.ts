import ical, { ICalCalendarMethod, ICalEventRepeatingFreq } from 'ical-generator'
import { addDays, longDayText, type DateOrder } from '@/core/days'
import type { WrittenHomework } from '@/core/demonstration/homeworkChange'
import { resultAtHome, itemResult, type ItemResult } from '@/core/demonstration/record'
import { findRung } from '@/core/curriculum/lookup'
import { markText, releaseText } from '@/core/dog/deaf'
import { sideText } from '@/core/dog/side'
import { insteadForOwner } from '@/core/owner/instead'
import { ownersName } from '@/core/owner/does'
import { longText } from '@/core/wording'
import { ownersDog } from '../context/ownersDog'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readHouse } from '@/store/house'
import { readPeople } from '@/store/kennel'
import { findResident, readPromises } from '@/store/residents'
import { fromOf, homeworkFor } from '../context/homework'
import { wordsOf } from '../context/words'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What an owner takes home, on paper and on the phone. */
export interface Booklet {
  readonly residencyId: ResidencyId
  readonly name: string
  readonly owner: string
  readonly kennel: string
  readonly dates: DateOrder
  readonly phone: string
  readonly trainer: string
  /** The day from which its weeks are counted: the demonstration’s, else the booked one’s, else going home. */
  readonly from: string
  readonly words: readonly { readonly command: string; readonly word: string; readonly signal: string }[]
  readonly release: string
  readonly marker: string
  /** What stands below the words of commands: what lets the dog go, what marks, and its side. */
  readonly also: readonly { readonly label: string; readonly said: string }[]
  /** What was shown, and how it went with the trainer and with the owner. */
  readonly shown: readonly { readonly title: string; readonly trainer: string; readonly owner: string }[]
  readonly homework: WrittenHomework
  /** Whom an owner rings. */
  readonly ring: string
  /** When it was shown and by whom, in a sentence; empty where it was not. */
  readonly shownSays: string
  /** What the dog learned in the place of what was promised, in sentences. */
  readonly instead: readonly string[]
  /** What an owner does with the weeks. */
  readonly everyDay: string
}

const wentAs = (went: ItemResult | undefined): string => (went === undefined ? 'not tried' : resultAtHome[went])

const everyDay = 'Practice three times a day for five minutes. Check a box each day.'

/** The booklet of one dog; undefined for no such residency. */
export function loadBooklet(db: Db, residencyId: ResidencyId, now: EpochMs): Booklet | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const house = readHouse(db)
  const words = wordsOf(db, resident)
  const dog = ownersDog(db, resident)
  const { curriculum, shown, homework } = homeworkFor(db, resident, now)
  const last = shown.findLast((s) => s.what === 'demonstration')
  const live = liveHandoff(db, residencyId)
  /** What is practiced, was shown or was promised: of each the owner has its word and its hand. */
  const agreed = new Set([
    ...homework.weeks.flatMap((w) => w.lines.map((l) => l.command)),
    ...(last?.items ?? []).flatMap((i) => i.command ?? []),
    ...readPromises(db, residencyId).flatMap((p) => findRung(curriculum, p.rungId)?.command.id ?? []),
  ])
  const trainer = readPeople(db).find((p) => p.id === (last?.leashHolder ?? live?.personId))?.name ?? ''
  return {
    residencyId,
    name: resident.name,
    owner: resident.ownerName,
    kennel: house.name,
    dates: house.dates,
    phone: house.phone,
    trainer,
    ring: [trainer, house.name, house.phone].filter((t) => t !== '').join(', ') || 'your trainer',
    everyDay,
    shownSays: last
      ? `${trainer === '' ? 'We' : trainer} showed you this on ${longDayText(last.day, house.dates)}.`
      : '',
    instead: insteadForOwner(newestCurriculum(db), curriculum, readPromises(db, residencyId), dog),
    from: fromOf(db, resident, shown),
    words: curriculum.commands.flatMap((c) => {
      const cue = words.told(c)
      return agreed.has(c.id) && (cue.word !== '' || cue.signal !== '') ? [{ command: ownersName(c), ...cue }] : []
    }),
    release: releaseText(resident),
    marker: markText(resident),
    also: [
      { label: `To let ${dog.pronouns.them} go`, said: releaseText(resident) },
      { label: 'At the right moment', said: markText(resident) },
      { label: 'Side', said: sideText(resident) },
    ],
    shown: (last?.items ?? [])
      .filter((i) => i.rungId !== null)
      .map((i) => ({
        title: i.seconds === null ? i.title : `${i.title}, ${longText(i.seconds)}`,
        trainer: wentAs(last && itemResult(last, { turn: 'trainer', itemId: i.id })),
        owner: wentAs(last && itemResult(last, { turn: 'owner', itemId: i.id })),
      })),
    homework,
  }
}

/**
 * Design choice: three times a day, in the morning, after work and in the evening; the owner moves them as they like.
 */
const practiceAt = [7 * 60 + 30, 17 * 60 + 30, 19 * 60 + 30] as const
const practiceMinutes = 5

/**
 * Times of practice as an iCalendar file (RFC 5545): for each week and time of day one event that comes back daily for
 * seven days, at the owner’s own wall clock (form 1, floating), told what that week is.
 */
export function practiceCalendar(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): { readonly fileName: string; readonly text: string } | undefined {
  const booklet = loadBooklet(db, residencyId, now)
  if (!booklet) return undefined
  const calendar = ical({
    prodId: { company: 'kibou', product: 'practice', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    name: `Practice with ${booklet.name}`,
  })
  for (const week of booklet.homework.weeks) {
    if (week.lines.length === 0) continue
    const first = addDays(booklet.from, 1 + (week.week - 1) * 7)
    practiceAt.forEach((minute, n) => {
      const start = Date.parse(`${first}T00:00:00Z`) + minute * 60_000
      calendar.createEvent({
        id: `practice-${residencyId}-${week.week}-${n}@kibou`,
        stamp: new Date(now),
        start: new Date(start),
        end: new Date(start + practiceMinutes * 60_000),
        floating: true,
        repeating: { freq: ICalEventRepeatingFreq.DAILY, count: 7 },
        summary: `Practice with ${booklet.name}, week ${week.week}`,
        description: [...week.lines.map((l) => `${l.title}: ${l.words}`), week.foodWords].join('\n'),
      })
    })
  }
  return { fileName: `practice-${booklet.name.replace(/[^\w-]/g, '')}.ics`, text: calendar.toString() }
}
