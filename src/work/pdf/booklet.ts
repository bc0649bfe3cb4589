import type { Paper } from '@/core/paper'
import { minutesADay, nothingThisWeek } from '@/core/demonstration/practice'
import { unbroken } from '@/core/wording'
import type { Booklet } from '../page/booklet'
import { begin, end, quiet, setFace, write, type Doc } from './type'

const rule = '#7d9389'

/** A page that is written from the top down and goes on over the next. */
class Sheet {
  y: number
  readonly left: number
  readonly width: number

  constructor(
    readonly doc: Doc,
    readonly size: number,
  ) {
    this.left = doc.page.margins.left
    this.width = doc.page.width - this.left - doc.page.margins.right
    this.y = doc.page.margins.top
  }

  /** Goes on to the next page where so much does not fit on this one. */
  room(height: number): void {
    if (this.y + height <= this.doc.page.height - this.doc.page.margins.bottom) return
    this.doc.addPage()
    this.y = this.doc.page.margins.top
  }

  lines(text: string, size: number, width: number): number {
    setFace(this.doc, 'text latin').fontSize(size)
    return Math.max(1, Math.ceil((this.doc.widthOfString(text) * 1.04) / width)) * size * 1.22
  }

  text(said: string, face: 'text' | 'bold' | 'head' = 'text', scale = 1, color?: string, indent = 0): void {
    const size = this.size * scale
    const width = this.width - indent
    const text = unbroken(said)
    this.room(this.lines(text, size, width))
    this.y = write(this.doc, text, face, size, { x: this.left + indent, y: this.y, width }, color)
  }

  gap(lines = 0.5): void {
    this.y += this.size * lines
  }

  head(said: string): void {
    this.gap(0.7)
    this.room(this.size * 4)
    this.line()
    this.y += 2
    this.text(said, 'head', 1.25)
  }

  line(): void {
    this.doc
      .moveTo(this.left, this.y)
      .lineTo(this.left + this.width, this.y)
      .lineWidth(0.6)
      .strokeColor(rule)
      .stroke()
  }

  points(all: readonly string[]): void {
    for (const said of all) {
      const height = this.lines(said, this.size, this.width - 9)
      this.room(height)
      write(this.doc, '•', 'text', this.size, { x: this.left, y: this.y, width: 8 })
      this.text(said, 'text', 1, undefined, 9)
    }
  }

  columns(cells: readonly string[], shares: readonly number[], bold = false): void {
    const widths = shares.map((s) => s * this.width)
    const height = Math.max(...cells.map((c, i) => this.lines(c, this.size, (widths[i] ?? 1) - 6)))
    this.room(height)
    const top = this.y
    let [x, low] = [this.left, top]
    cells.forEach((cell, i) => {
      const width = (widths[i] ?? 1) - 6
      const face = i === 0 || bold ? 'bold' : 'text'
      if (cell !== '') low = Math.max(low, write(this.doc, unbroken(cell), face, this.size, { x, y: top, width }))
      x += widths[i] ?? 0
    })
    this.y = low
  }

  /** Seven boxes to tick, a day each. */
  boxes(): void {
    const side = this.size * 1.05
    this.room(side + 4)
    for (let n = 0; n < 7; n++)
      this.doc
        .rect(this.left + n * (side + 5), this.y + 1, side, side)
        .lineWidth(0.7)
        .strokeColor('#10302a')
        .stroke()
    this.y += side + 5
  }
}

/**
 * The booklet that goes home, on half or whole sheets: words and signals, what was shown, the weeks, cautions, whom to
 * ring.
 */
export async function bookletPdf(booklet: Booklet, size: 'half' | 'whole', paper?: Paper): Promise<Buffer> {
  const { doc, done } = begin(size, `${booklet.name} at home`, paper)
  const sheet = new Sheet(doc, size === 'half' ? 8.8 : 10.5)
  const { homework } = booklet
  sheet.text(`${booklet.name} at home`, 'head', 2)
  sheet.text(`for ${booklet.owner}, from ${booklet.kennel}`, 'text', 1.1, quiet)
  if (booklet.shownSays !== '') sheet.text(booklet.shownSays, 'text', 1, quiet)
  for (const line of booklet.instead) sheet.text(line, 'text', 1)
  if (homework.note !== '') {
    sheet.gap()
    sheet.text(homework.note, 'bold', 1.1)
  }
  sheet.head('Words and signals')
  for (const w of booklet.words)
    sheet.columns([w.command, w.word === '' ? '' : `“${w.word}”`, w.signal], [0.28, 0.27, 0.45])
  for (const { label, said } of booklet.also) sheet.columns([label, said, ''], [0.28, 0.62, 0.1])
  if (booklet.shown.length > 0) {
    sheet.head('What was shown')
    sheet.columns(['', 'with your trainer', 'with you'], [0.44, 0.28, 0.28])
    for (const s of booklet.shown) sheet.columns([s.title, s.trainer, s.owner], [0.44, 0.28, 0.28])
  }
  sheet.head('Every day')
  sheet.text(booklet.everyDay)
  sheet.text(homework.signals)
  if (homework.warmUp !== '') sheet.text(homework.warmUp)
  for (const week of homework.weeks) {
    // A week’s head does not stand alone at the foot of a page.
    sheet.room(sheet.size * 12)
    sheet.head(`Week ${week.week}`)
    sheet.text(week.place, 'bold')
    sheet.text(week.foodWords)
    if (week.lines.length === 0) sheet.text(nothingThisWeek, 'text', 1, quiet)
    for (const line of week.lines) {
      sheet.gap(0.35)
      sheet.room(sheet.size * 2.6 + sheet.lines(line.words, sheet.size, sheet.width))
      sheet.text(`${line.title}, ${minutesADay(line.minutes)}`, 'bold')
      sheet.text(line.words)
      sheet.boxes()
    }
    if (week.also !== '') sheet.text(week.also)
  }
  sheet.head('If something goes wrong')
  sheet.points(homework.whenItFails)
  sheet.head('Cautions')
  sheet.points(homework.cautions)
  sheet.head('Call')
  sheet.text(booklet.ring, 'bold', 1.15)
  sheet.points(homework.ringWhen)
  end(doc)
  return done
}
