import { describe, expect, it } from 'vitest'
import { rowsText } from './sayRows'

describe('row numbers', () => {
  it.each([
    [[2], 'row 2'],
    [[2, 3], 'rows 2, 3'],
    [[2, 3, 4, 5], 'rows 2 to 5'],
    [[2, 3, 4, 7], 'rows 2 to 4 and 7'],
    [[2, 4, 6, 7, 8], 'rows 2, 4 and 6 to 8'],
  ])('%j', (rows, said) => expect(rowsText(rows)).toBe(said))
})
