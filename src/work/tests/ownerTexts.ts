import { dayIn } from '@/core/days'
import { sensesText } from '@/core/dog/deaf'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readKennel } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { loadBooklet, practiceCalendar } from '../page/booklet'
import { printedScript } from '../page/demonstration'
import { invitation } from '../page/handoff'
import { saidInCalendar } from './calendar'
import { loadReport } from '../page/report'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * Every text about a dog that its owner reads and Kibou made, by where it stands; headings and what people typed left
 * out.
 */
export function ownerTexts(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): Readonly<Record<string, readonly string[]>> {
  const resident = findResident(db, residencyId)
  const booklet = loadBooklet(db, residencyId, now)
  if (!resident || !booklet) return {}
  const { homework } = booklet
  const today = dayIn(readKennel(db).timeZone, now)
  const weeks = loadReport(db, residencyId, now)?.weeks ?? []
  const handoff = liveHandoff(db, residencyId)
  const invited = handoff && invitation(db, handoff.id)
  const typed = new Set([resident.caution])
  return {
    booklet: [
      booklet.shownSays,
      ...booklet.instead,
      booklet.everyDay,
      homework.signals,
      homework.warmUp,
      ...homework.weeks.flatMap((w) => [w.place, w.foodWords, ...w.lines.map((l) => l.words), w.also]),
      ...homework.whenItFails,
      ...homework.ringWhen,
      ...homework.cautions.filter((c) => !typed.has(c)),
    ],
    calendar: saidInCalendar(practiceCalendar(db, residencyId, now)?.text ?? '', 'DESCRIPTION').flatMap((text) =>
      // “Sit: Say …”: what stands before the colon is a heading.
      text.split('\n').map((line) => line.replace(/^[^:.“]{1,40}: /, '')),
    ),
    report: weeks
      .filter((w) => w.from <= today)
      .flatMap(({ number }) => {
        const { notes: _, ...texts } = loadReport(db, residencyId, now, number)?.made ?? { notes: '' }
        return Object.values(texts)
      }),
    invitation: invited ? saidInCalendar(invited.text, 'DESCRIPTION') : [],
    script: (printedScript(db, residencyId, now)?.script.items ?? []).map((i) => i.tellOwner),
    card: sensesText(resident.traits),
  }
}
