import { html, type Markup } from '@/core/markup'
import { readinessLabels, statusFlags, statusLabels } from '@/core/views/labels'
import type { WallView } from '@/core/views/wallView'
import { cellsOf, unpackCell, type PackedRow } from '@/core/views/wallCells'
import { lineHtml } from '@/ui/drawing'

/**
 * The rows of the wall as HTML. Sixty dogs by thirteen commands are eight hundred cells that nobody types into: as text
 * they cost the server a few milliseconds and a browser no waking at all. Their looks stand with the table.
 */
export const rowsHtml = (
  rows: readonly PackedRow[],
  commands: WallView['commands'],
  /** Each dog leads to its page; else its name is text. */
  { linked = true }: { readonly linked?: boolean } = {},
): string => rows.map((row) => dogRow(row, commands, linked).html).join('')

const dogRow = (row: PackedRow, commands: WallView['commands'], linked: boolean): Markup =>
  html`<tr>
    <th scope="row" class="who">${linked ? dog(row) : html`<span class="dog">${named(row)}</span>`}</th>
    <td class="days">${daysLeft(row)}</td>
    <td class="days ready">${ready(row)}</td>
    ${cellsOf(row).map((cell, i) => cellDrawn(cell, commands[i]))}
  </tr>`

const daysLeft = ({ daysLeft: n }: PackedRow): Markup =>
  n === 0 ? html`<small>goes home today</small>` : html`<b>${n}</b><small>${n === 1 ? 'day' : 'days'}</small>`

const dog = (row: PackedRow): Markup => html`<a title="${row.name}" href="/dogs/${row.residencyId}">${named(row)}</a>`

const named = (row: PackedRow): Markup =>
  html`<span class="run-number">${row.runNumber}</span><span class="name">${row.name}</span>${underName(row)}`

/** What a person must know before it opens that door, else how far the handoff is. */
function underName(row: PackedRow): Markup | undefined {
  if (row.biteHistory) return html`<small class="bite">bite history</small>`
  if (row.booked !== '') return html`<small>handoff ${row.booked}</small>`
  if (row.ready) return html`<small class="ready">ready</small>`
  return row.caution === '' ? undefined : html`<small>${row.caution}</small>`
}

/** The chance to be ready when it goes home, and which way it went. */
function ready(row: PackedRow): Markup {
  if (row.lacks !== '') return html`<small class="late">${row.lacks}</small>`
  if (row.reach === 'nothing needed') return html`<small>${readinessLabels[row.reach]}</small>`
  if (row.said === '') return html`<small>calculating</small>`
  if (row.chance < 0)
    return html`<small title="${row.trendSaid}">${row.said}<span class="unseen">. ${row.trendSaid}</span></small>`
  const way = row.trend === 0 ? '' : row.trend > 0 ? '↑ ' : '↓ '
  const late = row.reach === 'out of reach' && html` class="late"`
  const title = row.trendSaid !== '' && html` title="${row.trendSaid}"`
  const arrow = way !== '' && html`<span aria-hidden="true">${way}</span>`
  const unseen = row.trendSaid !== '' && html`<span class="unseen">. ${row.trendSaid}</span>`
  return html`<b${late}>${row.said}</b><small${title}>${arrow}${readinessLabels[row.reach]}${unseen}</small>`
}

/** A cell is drawn again only when it says something else: a wall is drawn every minute and moves a few times a day. */
const drawn = new Map<string, Markup>()
/** Design choice: a few walls of sixty dogs. */
const mostDrawn = 4000

function cellDrawn(text: string, command: WallView['commands'][number] | undefined): Markup {
  if (!command) return { html: '' }
  const key = `${command.name}\n${text}`
  const known = drawn.get(key)
  if (known) return known
  if (drawn.size >= mostDrawn) drawn.clear()
  const fresh = commandCell(text, command)
  drawn.set(key, fresh)
  return fresh
}

function commandCell(text: string, { id, name }: WallView['commands'][number]): Markup {
  const cell = unpackCell(id, text)
  const className = cell.promised ? 'command' : 'command aside'
  if (cell.word === 'not started' && !cell.promised)
    return html`<td class="${className}">
      <span class="nothing"><span class="unseen">${name}: not promised</span></span>
    </td>`
  const flags = statusFlags(cell)
  const word = cell.word === 'slipping' ? 'word person' : cell.word === 'not started' ? 'word quiet' : 'word'
  const flag = flags[0] !== undefined && html`<em${cell.stuck && html` class="person"`}> ${flags[0]}</em>`
  return html`<td class="${className}" title="${name}, current rung: ${cell.inHand}">
    <span class="strand"
      >${lineHtml(cell.line, 'cell')}<b>${cell.figures.replace(' locations', '')}</b
      ><span class="${word}"><span class="label">${name} </span>${statusLabels[cell.word]}${flag}</span></span
    >
  </td>`
}
