import { dayText } from '@/core/days'
import { plainWays } from '@/core/measures'
import { begin, end, quiet, setFace, write, type Doc, type PaperWays } from './type'
import type { DoorCard, FeedingList, WordsView } from '../page/printed'

const plum = '#7d1d60'

/** Smallest step from one cue word to the next that can still be read at a door, points. */
const leastStep = 6.5

/** A run-door card, A6 or an index card: what anybody must know before the door is opened. */
export async function cardPdf(card: DoorCard, { paper, dates }: PaperWays = plainWays): Promise<Buffer> {
  const { doc, done } = begin('card', `Run ${card.run}: ${card.name}`, paper)
  const left = 16
  const width = doc.page.width - 32
  const photoWidth = card.photo ? 84 : 0
  if (card.photo) doc.image(card.photo, doc.page.width - 16 - photoWidth, 16, { fit: [photoWidth, 84], align: 'right' })
  write(doc, card.run, 'head', 44, { x: left, y: 8, width: 90 })
  let y = write(doc, card.name, 'head', card.name.length > 14 ? 15 : 22, {
    x: left + 64,
    y: 22,
    width: width - 64 - photoWidth - 6,
  })
  y = write(
    doc,
    `${card.owner}’s, until ${dayText(card.until, dates)}`,
    'text',
    9,
    { x: left + 64, y, width: width - 64 - photoWidth - 6 },
    quiet,
  )
  y = Math.max(y + 4, card.photo ? 104 : 66)
  if (card.cautions.length > 0) {
    doc.rect(left, y, 4, 12 + 12 * card.cautions.length).fill(plum)
    for (const caution of card.cautions)
      y = write(doc, caution, 'bold', 11, { x: left + 10, y: y + 2, width: width - 10 }, plum)
    y += 6
  }
  for (const [label, value] of [
    ['Release', card.release],
    ['Marker', card.marker],
    ['Side', card.side],
  ] as const) {
    const x = left + ['Release', 'Marker', 'Side'].indexOf(label) * (width / 3)
    write(doc, label, 'text', 8, { x, y, width: width / 3 }, quiet)
    write(doc, value, 'bold', 13, { x, y: y + 9, width: width / 3 })
  }
  y += 30
  for (const [label, value, color] of [
    ['Food', card.food, undefined],
    ['Never', card.allergies.join(', '), plum],
    ['Medicine', card.medicines.join('; '), undefined],
    ['May not meet', card.notWith.join(', '), plum],
  ] as const) {
    if (value === '') continue
    write(doc, label, 'text', 8, { x: left, y: y + 1.5, width: 54 }, quiet)
    y = Math.max(y + 12, write(doc, value, 'bold', 9.5, { x: left + 56, y, width: width - 56 }, color)) + 1
  }
  y += 3
  const foot = doc.page.height - 16 - (card.houseCaution === '' ? 0 : 12)
  const words = card.cues.filter((c) => c.word !== '')
  const half = Math.ceil(words.length / 2)
  const step = Math.min(18, Math.max(leastStep, (foot - y) / Math.max(1, half)))
  // What has no room is said to be missing, in a line of its own.
  const rows = Math.floor((foot - y) / step)
  const shown = half <= rows ? words : words.slice(0, Math.max(0, rows - 2) * 2)
  const column = Math.ceil(shown.length / 2)
  shown.forEach((c, i) => {
    const at = { x: left + (i < column ? 0 : width / 2), y: y + (i % column) * step }
    write(
      doc,
      c.command,
      'text',
      Math.min(8, step - 1.5),
      { ...at, y: at.y + Math.max(0, step - 11) / 3, width: width / 4 + 4 },
      quiet,
    )
    write(doc, `“${c.word}”`, c.own ? 'bold' : 'text', Math.min(11, step - 1), {
      ...at,
      x: at.x + width / 4 + 4,
      width: width / 4 - 6,
    })
  })
  if (shown.length < words.length)
    write(
      doc,
      `and ${words.length - shown.length} more: see the list of cue words`,
      'bold',
      7,
      { x: left, y: foot - 10, width },
      plum,
    )
  if (card.houseCaution !== '')
    write(doc, card.houseCaution.slice(0, 120), 'text', 7, { x: left, y: doc.page.height - 26, width }, quiet)
  end(doc)
  return done
}

interface Column {
  readonly title: string
  readonly width: number
}

/** A table over as many pages as it takes, its head on each. */
function table(doc: Doc, top: number, columns: readonly Column[], rows: readonly (readonly string[])[]): void {
  const left = 36
  const bottom = doc.page.height - 40
  const head = (y: number): number => {
    let x = left
    for (const c of columns) {
      write(doc, c.title, 'bold', 9, { x, y, width: c.width - 6 })
      x += c.width
    }
    doc
      .moveTo(left, y + 14)
      .lineTo(doc.page.width - 36, y + 14)
      .lineWidth(1.5)
      .stroke('#10302a')
    return y + 18
  }
  let y = head(top)
  for (const row of rows) {
    const high = Math.max(
      ...row.map((text, i) =>
        setFace(doc, 'text latin')
          .fontSize(10)
          .heightOfString(text, { width: (columns[i]?.width ?? 60) - 6 }),
      ),
      14,
    )
    if (y + high > bottom) {
      doc.addPage()
      y = head(36)
    }
    let x = left
    row.forEach((text, i) => {
      write(doc, text, i < 2 ? 'bold' : 'text', 10, { x, y, width: (columns[i]?.width ?? 60) - 6 })
      x += columns[i]?.width ?? 60
    })
    y += high + 4
    doc
      .moveTo(left, y - 1)
      .lineTo(doc.page.width - 36, y - 1)
      .lineWidth(0.4)
      .stroke('#b4c3b9')
    y += 2
  }
}

/** The feeding list, on a whole sheet. */
export async function feedingPdf(list: FeedingList, { paper, dates }: PaperWays = plainWays): Promise<Buffer> {
  const { doc, done } = begin('whole', `Feeding list ${dayText(list.today, dates)}`, paper)
  let y = write(doc, `Feeding list, ${dayText(list.today, dates)}`, 'head', 20, { x: 36, y: 36, width: 520 })
  y = write(doc, `${list.kennel}. ${list.meals}. ${list.caution}`, 'text', 10, { x: 36, y: y + 2, width: 520 }, quiet)
  table(
    doc,
    y + 10,
    [
      { title: 'Run', width: 34 },
      { title: 'Dog', width: 84 },
      { title: 'Food', width: 92 },
      { title: 'Day', width: 48 },
      { title: 'Training', width: 54 },
      { title: 'Owed', width: 48 },
      { title: 'Mind', width: 163 },
    ],
    list.rows.map((r) => [r.run, r.name, r.feed, r.ration, r.training, r.bowl, r.notes]),
  )
  end(doc)
  return done
}

/** The cue dictionary, on whole sheets. */
export async function wordsPdf(view: WordsView, { paper, dates }: PaperWays = plainWays): Promise<Buffer> {
  const { doc, done } = begin('whole', `Cue words ${dayText(view.today, dates)}`, paper)
  let y = write(doc, `Cue words, ${dayText(view.today, dates)}`, 'head', 20, { x: 36, y: 36, width: 520 })
  y = write(
    doc,
    `${view.kennel}. The kennel’s words: ${view.house.map((c) => `${c.command} “${c.word}”`).join(', ')}. ` +
      `Below is what differs for each dog.`,
    'text',
    10,
    { x: 36, y: y + 2, width: 520 },
    quiet,
  )
  table(
    doc,
    y + 10,
    [
      { title: 'Run', width: 34 },
      { title: 'Dog', width: 90 },
      { title: 'Release', width: 66 },
      { title: 'Marker', width: 60 },
      { title: 'Side', width: 40 },
      { title: 'Words', width: 233 },
    ],
    view.dogs.map((d) => [
      d.run,
      d.name,
      d.release,
      d.marker,
      d.side,
      d.cues
        .filter((c) => c.own)
        .map((c) => `${c.command}: ${c.word}${c.signal === '' ? '' : ` (${c.signal})`}`)
        .join('; ') || 'the kennel’s',
    ]),
  )
  end(doc)
  return done
}

/** A name that any file system takes. */
export const fileName = (text: string): string =>
  `${
    text
      .normalize('NFKD')
      .replace(/[^\w.-]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'kibou'
  }.pdf`
