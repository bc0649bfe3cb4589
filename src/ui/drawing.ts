import { html, type Markup } from '@/core/markup'
import type { LineView } from '@/core/views/line'

export type LineSize = 'cell' | 'row' | 'full'

export const shapes = {
  cell: { width: 58, height: 26, base: 7, post: 5, thin: 1.3, thick: 6, peg: 3, drop: 16, bar: 1.8 },
  row: { width: 220, height: 34, base: 9, post: 6, thin: 1.8, thick: 6.5, peg: 4, drop: 22, bar: 2.6 },
  full: { width: 640, height: 52, base: 14, post: 9, thin: 2.4, thick: 9, peg: 6, drop: 34, bar: 2.6 },
} as const

/** What of a line is drawn, as the inside of its SVG: numbers and our own names, nothing that anybody typed. */
export function drawingOf(line: LineView, size: LineSize): string {
  const s = shapes[size]
  const goal = line.promised ?? line.size - 1
  const count = Math.max(1, goal + 1)
  const left = s.post / 2 + 1
  const right = s.width - s.post
  const y = s.base
  const x = (rung: number) => tenths(left + ((Math.min(rung, goal) + 1) / count) * (right - left))
  const apart = tenths((right - left) / count)
  const pegs = (from: number, to: number) =>
    `M${x(from)} ${y - s.peg}v${s.peg}${`m${apart}-${s.peg}v${s.peg}`.repeat(Math.max(0, to - from - 1))}`
  const cord = tenths(s.thin + (s.thick - s.thin) * line.proofed)
  const top = Math.min(line.top, goal)
  // Twice the depth wanted: a quadratic curve reaches half-way to its control point.
  const span = top >= 0 ? x(top) - left : 0
  const sag = 2 * Math.min(s.drop, span * 0.6) * line.sag
  const started = line.position > 0 || line.top >= 0
  const passedTo = Math.min(line.position - 1, goal)
  const over = line.position > goal
  const middle = Math.round((left + x(top)) / 2)
  const path = (d: string, name?: string, width?: number) =>
    `<path${name === undefined ? '' : ` class="${name}"`} d="${d}"${
      width === undefined ? '' : ` stroke-width="${width}"`
    }/>`
  const circle = (name: string, rung: number, r: number) =>
    `<circle class="${name}" cx="${x(rung)}" cy="${y}" r="${r}"/>`
  return [
    path(`M${left} ${y}H${right}`, 'run'),
    top + 1 < count ? path(pegs(top + 1, count)) : '',
    top >= 0 ? path(pegs(0, top + 1), 'held') : '',
    line.promised === undefined ? '' : path(`M${x(goal)} ${y - s.peg - 2}V${y + s.peg + 1}`, 'ink', s.bar),
    top >= 0 ? path(`M${left} ${y}Q${middle} ${tenths(y + sag)} ${x(top)} ${y}`, 'held cord', cord) : '',
    passedTo > top ? path(`M${top >= 0 ? x(top) : left} ${y}H${x(passedTo)}`, 'ink', tenths(s.thin * 0.8)) : '',
    line.slippedFrom === undefined
      ? ''
      : path(
          `M${x(Math.max(top, -1))} ${y}q${tenths(s.drop * 0.15)} ${tenths(s.drop * 0.6)} ${tenths(s.drop * 0.75)} ` +
            `${tenths(s.drop * 0.68)}t${tenths(s.drop * 0.5)} ${tenths(s.drop * 0.22)}`,
          'person cord',
          Math.max(2, cord),
        ),
    path(
      `M${left - s.post / 2} ${y - s.post}h${tenths(s.post / 1.6)}v${s.post * 2}h${-tenths(s.post / 1.6)}z`,
      started ? 'ink post' : 'ink',
    ),
    !over && started ? circle('ring', line.position, s.peg) : '',
    over && top >= goal ? circle('knot', goal, tenths(s.peg * 0.9)) : '',
  ].join('')
}

/** The whole drawing as HTML, for lists so long that they are drawn as text. The words beside it say the same. */
export function lineHtml(line: LineView, size: LineSize): Markup {
  const { width, height } = shapes[size]
  const inside = { html: drawingOf(line, size) }
  return html`<svg class="line" width="${width}" height="${height}" aria-hidden="true">${inside}</svg>`
}

const tenths = (n: number): number => Math.round(10 * n) / 10
