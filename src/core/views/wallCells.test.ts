import fc from 'fast-check'
import { expect, it } from 'vitest'
import { standingWords } from '../promise/status'
import type { WallCell } from './wallView'
import { cellsOf, packWall, unpackCell } from './wallCells'

const hundredth = fc.integer({ min: 0, max: 100 }).map((n) => n / 100)
const rung = fc.integer({ min: 0, max: 40 })
const cell = fc.record({
  command: fc.constant('sit'),
  word: fc.constantFrom(...standingWords),
  figures: fc.constantFrom('', '0/3 locations', '12/15'),
  promised: fc.boolean(),
  stale: fc.boolean(),
  stuck: fc.boolean(),
  inHand: fc.string({ unit: 'grapheme' }),
  line: fc
    .record({
      size: rung,
      position: rung,
      top: fc.integer({ min: -1, max: 40 }),
      promised: fc.option(rung, { nil: undefined }),
      sag: hundredth,
      proofed: hundredth,
      slippedFrom: fc.option(rung, { nil: undefined }),
    })
    .map(({ slippedFrom, ...line }) => ({ ...line, ...(slippedFrom === undefined ? {} : { slippedFrom }) })),
})

const row = {
  residencyId: 'a',
  name: 'Rook',
  runNumber: '1',
  daysLeft: 3,
  leavesOn: '2026-03-01',
  caution: '',
  biteHistory: false,
  ready: false,
  booked: '',
  lacks: '',
  reach: 'tight',
  chance: 0.7,
  said: '70%',
  trend: 0,
  trendSaid: '',
} as const

/** What a page shows of a cell: a blank is a blank, however it was typed. */
const shown = (c: WallCell): WallCell => ({ ...c, inHand: c.inHand.replace(/\s/g, ' ') })

it('comes out of the packing as it went in, whatever a rung is called', () => {
  fc.assert(
    fc.property(fc.array(cell, { minLength: 1, maxLength: 13 }), (cells) => {
      const commands = cells.map((c) => ({ id: c.command, name: 'Sit' }))
      const packed = packWall({ commands, rows: [{ ...row, cells }], upNext: [], ring: [], later: [], passedOver: [] })
      const [first] = packed.rows
      expect(first && cellsOf(first).map((c) => unpackCell('sit', c))).toEqual(cells.map(shown))
      expect({ ...first, cells: [] }).toEqual({ ...row, cells: [] })
    }),
  )
})
