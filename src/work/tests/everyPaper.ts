import { readHouse } from '@/store/house'
import { liveHandoff } from '@/store/handoffs'
import type { Db } from '@/store/database'
import { loadBooklet, practiceCalendar } from '../page/booklet'
import { printedScript } from '../page/demonstration'
import { invitation } from '../page/handoff'
import { practiceFile } from '../page/practiceFile'
import { cueDictionary, doorCard, feedingList } from '../page/printed'
import { loadReport } from '../page/report'
import { bookletPdf } from '../pdf/booklet'
import { cardPdf, feedingPdf, wordsPdf } from '../pdf/pdf'
import { reportPdf } from '../pdf/report'
import { scriptPdf } from '../pdf/script'
import { saidInCalendar } from './calendar'
import { pagesOf } from './pdf'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const read = async (pdf: Buffer): Promise<string> => (await pagesOf(pdf)).join(' ')

/** What is read in a file of HTML: its words, without program, style and data. */
const wordsOfHtml = (html: string): string => html.replace(/<(script|style)[^]*?<\/\1>/g, ' ').replace(/<[^>]+>/g, ' ')

/** What is read in a calendar. */
const wordsOfCalendar = (text: string): string => saidInCalendar(text, 'SUMMARY', 'DESCRIPTION', 'LOCATION').join(' ')

/** The text of every paper and file of the house, by name. */
export async function everyPaper(db: Db, now: EpochMs): Promise<Readonly<Record<string, string>>> {
  const house = readHouse(db)
  return {
    feeding: await read(await feedingPdf(feedingList(db, now), house)),
    words: await read(await wordsPdf(cueDictionary(db, now), house)),
  }
}

/** The text of every paper and file of one dog, by name; those that it has. */
export async function everyPaperOf(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): Promise<Readonly<Record<string, string>>> {
  const house = readHouse(db)
  const card = doorCard(db, residencyId, now)
  const booklet = loadBooklet(db, residencyId, now)
  const report = loadReport(db, residencyId, now)
  const script = printedScript(db, residencyId, now)
  const calendar = practiceCalendar(db, residencyId, now)
  const handoff = liveHandoff(db, residencyId)
  const invited = handoff && invitation(db, handoff.id)
  return {
    ...(card && { card: await read(await cardPdf(card, house)) }),
    ...(booklet && {
      booklet: await read(await bookletPdf(booklet, 'half', house.paper)),
      practice: wordsOfHtml(practiceFile(booklet, '')),
    }),
    ...(report && { report: await read(await reportPdf(report, house)) }),
    ...(script && { script: await read(await scriptPdf(script, house.paper)) }),
    ...(calendar && { calendar: wordsOfCalendar(calendar.text) }),
    ...(invited && { invitation: wordsOfCalendar(invited.text) }),
  }
}
