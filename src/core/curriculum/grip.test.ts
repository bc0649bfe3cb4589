import { describe, expect, it } from 'vitest'
import { isSlippery, proposedGrip } from './grip'

describe('what the words for a floor propose', () => {
  it.each([
    ...['slippery', 'slick concrete', 'slippy boards', 'tile', 'Tiles', 'tiled hall', 'quarry tiling', 'lino'],
    ...['linoleum', 'laminate', 'parquet', 'polished concrete', 'waxed boards', 'wet stone', 'smooth concrete'],
    ...['vinyl', 'glazed brick', 'ceramic', 'porcelain', 'marble', 'terrazzo', 'glass', 'glossy paint'],
    ...['high gloss', 'varnished wood', 'lacquered wood', 'steel', 'ice', 'icy path', 'frozen ground'],
    ...['frosty grass', 'mud', 'muddy', 'algae on flagstones', 'rubber mats on tiles', 'wet grass', 'non-slip tiles'],
  ])('%s: poor', (surface) => {
    expect(proposedGrip(surface)).toBe('poor')
    expect(isSlippery({ surface })).toBe(true)
    // Somebody who stood on it knows better than its name.
    expect(isSlippery({ surface, grip: 'good' })).toBe(false)
  })
  it.each([
    ...['rubber', 'rubber mats', 'a mat', 'matting', 'carpet', 'carpeted', 'carpeting', 'rug', 'grass', 'lawn'],
    ...['turf', 'hay', 'straw', 'sand', 'sandy', 'gravel', 'dirt', 'earth', 'soil', 'bark', 'woodchip', 'woodchips'],
    ...['cork', 'textile', 'felt', 'non-slip', 'anti slip paint', 'slip-proof', 'slip resistant', 'not slippery'],
  ])('%s: good', (surface) => {
    expect(proposedGrip(surface)).toBe('good')
    expect(isSlippery({ surface })).toBe(false)
    expect(isSlippery({ surface, grip: 'poor' })).toBe(true)
  })
  it.each(['', 'concrete', 'setts', 'flagstones', 'wood', 'wetland', 'reptile house', 'iceland moss', undefined])(
    '%s: nothing',
    (surface) => {
      expect(proposedGrip(surface)).toBeUndefined()
      expect(isSlippery({ surface })).toBe(false)
    },
  )
})
