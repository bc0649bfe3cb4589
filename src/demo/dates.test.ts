import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { unreadable } from '@/core/views/retired'
import type { HouseWays } from '@/core/measures'
import { plainWays } from '@/core/measures'
import type { Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { readPeople } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { everyPage, everyPageOf } from '@/work/tests/everyPage'
import { everyPaper, everyPaperOf } from '@/work/tests/everyPaper'
import { demoDay as today, madeDemo } from './tests/madeDemo'

type Said = readonly [where: string, text: string]

/** Every text of a view that is read as a sentence: it has words, and is no address. */
function* sentences(view: unknown, path = ''): Generator<Said> {
  if (typeof view === 'string') {
    if (/\s/.test(view) && !view.startsWith('{')) yield [path, view]
  } else if (typeof view === 'object' && view !== null) {
    for (const [key, value] of Object.entries(view)) yield* sentences(value, `${path}.${key}`)
  }
}

const now = Date.parse(`${today}T10:00:00Z`)

/** The demonstration in a house of these ways. */
function demoIn(ways: Partial<HouseWays>): { readonly db: Db; readonly me: string; readonly dogs: readonly string[] } {
  const db = madeDemo()
  const me = readPeople(db)[0]?.id ?? ''
  appendHouse(db, v7(), { ...readHouse(db), ...ways }, me, now - 1)
  rebuildStandings(db, now)
  const dogs = residentsOn(db, today).map((r) => r.residencyId)
  return { db, me, dogs: dogs.filter((_, i) => i % 4 === 0) }
}

const months = 'Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec'
const asFile = /\b\d{4}-\d{2}-\d{2}\b/
const dayFirst = new RegExp(String.raw`\b\d{1,2} (?:${months})\b`)
const monthFirst = new RegExp(String.raw`\b(?:${months}) \d{1,2}\b`)

/** What nobody in a house of these ways may read anywhere. */
const foreign = ({ dates, clock }: Pick<HouseWays, 'dates' | 'clock'>): readonly RegExp[] => [
  asFile,
  dates === 'day-first' ? monthFirst : dayFirst,
  clock === '24' ? /\b\d{1,2}:\d{2} [ap]m\b/ : /\b\d{1,2}:\d{2}\b(?! [ap]m|[–-])/,
  ...unreadable,
]

const houses: readonly HouseWays[] = [
  plainWays,
  { ...plainWays, dates: 'month-first' },
  { ...plainWays, clock: '12', unit: 'lb', week: 'sunday' },
  { unit: 'lb', lengths: 'ft', temperatures: 'F', clock: '12', dates: 'month-first', week: 'sunday', paper: 'Letter' },
]

describe.each(houses)('in a house of $dates, $clock hours and $lengths', (ways) => {
  const { db, me, dogs } = demoIn(ways)

  it('every sentence of every page says days and times as the house does', () => {
    const views = [everyPage(db, me, now), ...dogs.map((id) => everyPageOf(db, id, me, now))]
    const found = views.flatMap((view) => [...sentences(view)])
    expect(found.length).toBeGreaterThan(2000)
    // It says days at all: else nothing could be found wrong.
    expect(
      found.filter(([, text]) => (ways.dates === 'day-first' ? dayFirst : monthFirst).test(text)).length,
    ).toBeGreaterThan(25)
    expect(found.filter(([, text]) => foreign(ways).some((f) => f.test(text)))).toEqual([])
  })

  it('every paper and file says days, times, lengths and weights as the house does', async () => {
    const papers: readonly Said[] = [
      ...Object.entries(await everyPaper(db, now)),
      ...(await Promise.all(dogs.map((id) => everyPaperOf(db, id, now)))).flatMap((p) => Object.entries(p)),
    ]
    expect(new Set(papers.map(([name]) => name))).toEqual(
      new Set(['feeding', 'words', 'card', 'booklet', 'practice', 'report', 'script', 'calendar', 'invitation']),
    )
    const measures = [
      ways.lengths === 'm' ? /\b\d+(?:\.\d+)? ?(?:ft|feet)\b/ : /\b\d+(?:\.\d+)? ?m\b|\bmet(?:re|er)s?\b/,
      ways.unit === 'kg' ? /\b\d+(?:\.\d+)? ?lb\b/ : /\b\d+(?:\.\d+)? ?kg\b/,
    ]
    const wrong = papers.flatMap(([name, text]) =>
      [...foreign(ways), ...measures].flatMap((f) => {
        const at = f.exec(text)
        return at ? [[name, text.slice(Math.max(0, at.index - 40), at.index + 40)]] : []
      }),
    )
    expect(wrong).toEqual([])
  })
})
