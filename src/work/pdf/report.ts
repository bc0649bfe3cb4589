import { dayText } from '@/core/days'
import { plainWays } from '@/core/measures'
import { reportParts } from '@/core/views/reportForm'
import type { ReportPage } from '../page/report'
import { begin, end, quiet, write, type Doc, type PaperWays } from './type'

const [ink, held, rule] = ['#10302a', '#00695c', '#7d9389']

/** The report of a week on one sheet: its words, and each promised command as far as it was and as it is. */
export async function reportPdf(page: ReportPage, { paper, dates }: PaperWays = plainWays): Promise<Buffer> {
  const { resident, week } = page
  const { doc, done } = begin('whole', `${resident.name}, week ${week.number}`, paper)
  const { left, right, bottom } = doc.page.margins
  const width = doc.page.width - left - right
  const days = `${dayText(week.from, dates)} to ${dayText(week.to, dates)}`
  let y = write(doc, `${resident.name}, week ${week.number}`, 'head', 24, { x: left, y: 40, width })
  y = write(doc, days, 'text', 11, { x: left, y, width }, quiet) + 10
  for (const part of reportParts) {
    const text = page.texts[part]
    if (text === '') continue
    if (part === 'closing') y = drawn(doc, page, y + 4, left, width, bottom)
    if (y + 40 > doc.page.height - bottom) y = another(doc)
    y = write(doc, text, 'text', 11.5, { x: left, y, width }) + 8
  }
  end(doc)
  return done
}

function another(doc: Doc): number {
  doc.addPage()
  return doc.page.margins.top
}

/** The picture: how far each command was at the beginning of the week, and is now, up to what is agreed. */
function drawn(
  doc: Doc,
  { lines: all }: ReportPage,
  from: number,
  left: number,
  width: number,
  bottom: number,
): number {
  let y = from
  const [name, said] = [120, 80]
  const span = width - name - said - 16
  for (const line of all) {
    if (y + 30 > doc.page.height - bottom) y = another(doc)
    const goal = (line.now.promised ?? line.now.size - 1) + 1
    const x = (rungs: number) => left + name + (Math.max(0, Math.min(rungs, goal)) / goal) * span
    const base = y + 8
    write(doc, line.name, 'bold', 10.5, { x: left, y, width: name - 8 })
    doc.lineWidth(0.8).strokeColor(rule).moveTo(x(0), base).lineTo(x(goal), base).stroke()
    for (let i = 1; i <= goal; i++)
      doc
        .moveTo(x(i), base - 3)
        .lineTo(x(i), base)
        .stroke()
    doc.lineWidth(5).strokeColor(held).moveTo(x(0), base).lineTo(x(line.now.position), base).stroke()
    // What it was is laid over what it is, so that the week’s way stands out.
    doc.lineWidth(1.4).strokeColor('#ffffff').moveTo(x(0), base).lineTo(x(line.before.position), base).stroke()
    doc
      .lineWidth(2.2)
      .strokeColor(ink)
      .moveTo(x(goal), base - 6)
      .lineTo(x(goal), base + 4)
      .stroke()
    write(doc, line.said, 'text', 10, { x: left + width - said, y: y + 1, width: said }, quiet)
    y += 26
  }
  return all.length === 0 ? y : write(doc, legend, 'text', 8.5, { x: left, y, width }, quiet) + 12
}
const legend =
  'Each line is a command, each mark a step, the bar what was agreed. White within: how far it was a week ago.'
