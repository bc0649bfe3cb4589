import { expect, it } from 'vitest'
import { makeDemo } from './make'
import { openDatabase } from '@/store/database'
import { readPeople } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { everyPage, everyPageOf } from '@/work/tests/everyPage'
import { newFile } from '@/work/tests/kennel'

/** Every text of a view that is read as a sentence: it has words, and is no address. */
function* sentences(view: unknown, path = ''): Generator<readonly [path: string, text: string]> {
  if (typeof view === 'string') {
    if (/\s/.test(view) && !view.startsWith('{')) yield [path, view]
  } else if (typeof view === 'object' && view !== null) {
    for (const [key, value] of Object.entries(view)) yield* sentences(value, `${path}.${key}`)
  }
}

it('no sentence on any page says a day as a file writes it', () => {
  const today = '2026-11-23'
  const db = openDatabase(newFile())
  makeDemo(db, today)
  const now = Date.parse(`${today}T10:00:00Z`)
  const me = readPeople(db)[0]?.id ?? ''
  const dogs = residentsOn(db, today).filter((_, i) => i % 4 === 0)
  const views = [everyPage(db, me, now), ...dogs.map((r) => everyPageOf(db, r.residencyId, me, now))]
  const found = views.flatMap((view) => [...sentences(view)])
  expect(found.length).toBeGreaterThan(2000)
  expect(found.filter(([, text]) => /\b\d{4}-\d{2}-\d{2}\b/.test(text))).toEqual([])
  db.close()
})
