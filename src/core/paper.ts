/** The paper a house prints on: the sheets of ISO 216, or those of letter size. */
export const papers = ['A', 'Letter'] as const
export type Paper = (typeof papers)[number]

/** A whole sheet, its half, and the card that hangs on a door. */
export type Sheet = 'whole' | 'half' | 'card'

export const sheetNames: Readonly<Record<Paper, Readonly<Record<Sheet, string>>>> = {
  A: { whole: 'A4', half: 'A5', card: 'A6' },
  Letter: { whole: 'Letter', half: 'half letter', card: '4 × 6 in' },
}

/** Width and height of the sheets that have no name of their own in ISO 216, in points of 1/72 inch. */
export const letterSheets: Readonly<Record<Sheet, readonly [width: number, height: number]>> = {
  whole: [612, 792],
  half: [396, 612],
  card: [288, 432],
}
