import type { Paper } from '@/core/paper'
import type { ScriptItem } from '@/core/demonstration/script'
import type { PrintedScript } from '../page/demonstration'
import { begin, end, quiet, write, type Doc } from './type'

const plum = '#7d1d60'
/** Sizes of type tried in turn until all of it is on one page, points; the last runs on to a second page. */
const sizes = [9, 8.5, 8, 7.5, 7] as const

/** The script on a half sheet, on one page where type that can be read outdoors allows it. */
export async function scriptPdf(printed: PrintedScript, paper?: Paper): Promise<Buffer> {
  for (const size of sizes) {
    const { bytes, pages } = await drawn(printed, size, paper)
    if (pages === 1 || size === sizes[sizes.length - 1]) return bytes
  }
  throw new Error('no size of type was tried')
}

async function drawn(
  printed: PrintedScript,
  size: number,
  paper: Paper | undefined,
): Promise<{ bytes: Buffer; pages: number }> {
  const { doc, done } = begin('half', `Demonstration of ${printed.name}`, paper)
  let pages = 1
  doc.on('pageAdded', () => {
    pages++
  })
  const { left, right, bottom } = doc.page.margins
  const width = doc.page.width - left - right
  write(doc, printed.run, 'head', 26, { x: left, y: 18, width: 60 })
  let y = write(doc, `${printed.name}, shown to ${printed.owner}`, 'head', 14, {
    x: left + 46,
    y: 22,
    width: width - 46,
  })
  y = write(
    doc,
    `${printed.when}; ${printed.script.minutes} minutes with the owner’s turn`,
    'text',
    8.5,
    { x: left + 46, y, width: width - 46 },
    quiet,
  )
  y += 4
  for (const caution of printed.cautions) y = write(doc, caution, 'bold', 9, { x: left, y, width }, plum) + 2
  y += 2
  let minute = 0
  for (const item of printed.script.items) {
    if (y + heightOf(doc, item, size, width) > doc.page.height - bottom) {
      doc.addPage()
      y = doc.page.margins.top
    }
    y = itemDrawn(doc, item, minute, size, { x: left, y, width })
    minute += item.minutes
  }
  const missing = printed.script.leftOut
    .filter((l) => !l.unasked)
    .map((l) => `${l.title}: ${l.why}`)
    .join(' ')
  if (missing !== '') {
    if (y + 20 > doc.page.height - bottom) {
      doc.addPage()
      y = doc.page.margins.top
    }
    write(doc, `Not shown. ${missing}`, 'text', size - 1.5, { x: left, y: y + 2, width }, quiet)
  }
  end(doc)
  return { bytes: await done, pages }
}

const partsOf = (item: ScriptItem): readonly (readonly [label: string, text: string])[] =>
  (
    [
      ['Say', [item.says, saidBySignal(item) ? `signal: ${item.signal}` : ''].filter((t) => t !== '').join('; ')],
      ['You', item.walk],
      ['If not', item.ifFails],
      ['Owner', [item.ownerStands ?? '', item.tellOwner].filter((t) => t !== '').join(' ')],
    ] as const
  ).filter(([, text]) => text !== '')

/** The hand that is shown beside the word, where it is not said already. */
const saidBySignal = ({ says, signal }: ScriptItem): boolean =>
  says !== '' && signal !== '' && signal !== 'none' && !says.includes(signal)

const labelWidth = 30

/** About how high an item is: it is not torn in two. */
function heightOf(doc: Doc, item: ScriptItem, size: number, width: number): number {
  doc.fontSize(size)
  const lines = partsOf(item).reduce(
    (sum, [, text]) => sum + Math.ceil(doc.widthOfString(text) / (width - 26 - labelWidth)),
    2 + Math.ceil(doc.widthOfString(item.shows) / (width - 26)),
  )
  return lines * size * 1.25
}

function itemDrawn(
  doc: Doc,
  item: ScriptItem,
  minute: number,
  size: number,
  at: { readonly x: number; readonly y: number; readonly width: number },
): number {
  const x = at.x + 26
  const width = at.width - 26
  doc
    .moveTo(at.x, at.y)
    .lineTo(at.x + at.width, at.y)
    .lineWidth(0.5)
    .strokeColor('#7d9389')
    .stroke()
  write(doc, `${minute} min`, 'text', size, { x: at.x, y: at.y + 3, width: 24 }, quiet)
  let y = write(doc, item.title, 'bold', size + 1, { x, y: at.y + 2, width })
  y = write(doc, item.shows, 'text', size, { x, y, width })
  if (item.short !== '') y = write(doc, item.short, 'text', size, { x, y, width }, plum)
  for (const [label, text] of partsOf(item)) {
    write(doc, label, 'text', size - 1, { x, y: y + 0.8, width: labelWidth }, quiet)
    y = write(doc, text, label === 'Owner' ? 'bold' : 'text', size, {
      x: x + labelWidth,
      y,
      width: width - labelWidth,
    })
  }
  return y + 2
}
