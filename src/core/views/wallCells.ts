import { standingWords } from '../promise/status'
import type { WallCell, WallRow, WallView } from './wallView'

/**
 * The wall as it goes to a browser: the cells of a row are one text. As eight hundred objects they were the larger part
 * of what the page weighed, and of the time it took to write it.
 */
export type Packed<W extends WallView> = Omit<W, 'rows'> & { readonly rows: readonly PackedRow[] }
export type PackedRow = Omit<WallRow, 'cells'> & { readonly cells: string }

const [betweenCells, betweenParts] = ['\n', '\t']

export const packWall = <W extends WallView>(view: W): Packed<W> => ({
  ...view,
  rows: view.rows.map((row) => ({ ...row, cells: row.cells.map(packCell).join(betweenCells) })),
})

/** The packed cells of a row, one for each command of the wall. */
export const cellsOf = (row: PackedRow): readonly string[] => row.cells.split(betweenCells)

function packCell({ word, figures, promised, stale, stuck, line, inHand }: WallCell): string {
  const flags = Number(promised) + 2 * Number(stale) + 4 * Number(stuck)
  const { size, position, top, sag, proofed } = line
  return [
    standingWords.indexOf(word),
    flags,
    oneLine(figures),
    oneLine(inHand),
    size,
    position,
    top,
    sag,
    proofed,
    line.promised ?? '',
    line.slippedFrom ?? '',
  ].join(betweenParts)
}

const oneLine = (text: string): string => text.replace(/\s/g, ' ')

/** A cell of this command as it was before it was packed. */
export function unpackCell(command: string, text: string): WallCell {
  const [word, flags, figures = '', inHand = '', size, position, top, sag, proofed, promised = '', slipped = ''] =
    text.split(betweenParts)
  const flag = Number(flags)
  return {
    command,
    word: standingWords[Number(word)] ?? 'not started',
    figures,
    promised: (flag & 1) > 0,
    stale: (flag & 2) > 0,
    stuck: (flag & 4) > 0,
    inHand,
    line: {
      size: Number(size),
      position: Number(position),
      top: Number(top),
      promised: promised === '' ? undefined : Number(promised),
      sag: Number(sag),
      proofed: Number(proofed),
      ...(slipped === '' ? {} : { slippedFrom: Number(slipped) }),
    },
  }
}
