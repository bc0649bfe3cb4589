import { describe, expect, it } from 'vitest'
import { noChange, type ScriptChange } from '@/core/demonstration/change'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { loadDemonstration, printedScript } from '../page/demonstration'
import { scriptPdf } from '../pdf/script'
import { pagesOf } from '../tests/pdf'
import { changeScript, scriptForm } from './demonstration'
import type { PlaceId } from '@/core/ids'

/** A dog that met the first rung of sit on two days, and the one who showed it. */
function shownKennel(name = 'Bramble') {
  const db = newKennel()
  const ada = trainer(db)
  const tablet = new Tablet()
  const residencyId = dog(db, { run: '1', name })
  for (const day of [0, 1]) {
    tablet.at = monday + day * msPerDay
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at)
  }
  const now = monday + 2 * msPerDay
  const change = (more: Partial<ScriptChange>, from = '') =>
    changeScript(db, scriptForm.parse({ residencyId, from, change: { ...noChange, ...more }, recordedBy: ada }), now)
  const view = (placeId?: PlaceId) => {
    const found = loadDemonstration(db, residencyId, now, { me: ada, placeId })
    if (!found) throw new Error('no such page')
    return found
  }
  return { db, ada, residencyId, now, change, view }
}

describe('the script of a demonstration', () => {
  it('shows what is held, with a chance from its reps, where most of them were', () => {
    const { view, ada } = shownKennel()
    const page = view()
    expect(page.script.items.map((i) => i.id)).toEqual(['equipment', 'seated', 'questions'])
    expect(page.outlook.items).toMatchObject([{ itemId: 'seated', knows: { place: true, person: true } }])
    expect(page.outlook.whole).toBeCloseTo(page.outlook.items[0]?.chance ?? 0, 6)
    expect(page.handler).not.toBe(ada)
    // A place it has not been to works less often, and a set there is what would raise it most.
    const elsewhere = view(page.places.find((p) => p.id !== page.placeId)?.id)
    expect(elsewhere.outlook.whole).toBeLessThan(page.outlook.whole)
    expect(elsewhere.outlook.raises[0]?.kind).toBe('place')
  })

  it('keeps what a lead changed with who and when, and the ones before', () => {
    const { view, change } = shownKennel()
    expect(change({ dropped: ['seated'] })).toEqual({ ok: true })
    const first = view()
    expect(first.script.items.map((i) => i.id)).toEqual(['equipment', 'questions'])
    expect(first.script.leftOut.find((l) => l.id === 'seated')?.why).toBe('Left out by the lead.')
    expect(change({ told: { seated: 'Wait for it, Tamsin.' } }, first.changeId)).toEqual({ ok: true })
    const second = view()
    expect(second.script.items[1]?.tellOwner).toBe('Wait for it, Tamsin.')
    expect(second.changes).toHaveLength(2)
  })

  it('writes over nothing that somebody changed in between', () => {
    const { view, change } = shownKennel()
    change({ dropped: ['seated'] })
    expect(change({ dropped: ['questions'] })).toMatchObject({ ok: false, code: 'changed-meanwhile' })
    expect(view().changes).toHaveLength(1)
  })

  it('refuses a dog and a person that are not here, and knows no page of an unknown residency', () => {
    const { db, ada, residencyId, now } = shownKennel()
    const form = (more: object) =>
      scriptForm.parse({ residencyId, from: '', change: noChange, recordedBy: ada, ...more })
    const unknown = '01890000-0000-7000-8000-00000000d0c5'
    expect(changeScript(db, form({ residencyId: unknown }), now)).toMatchObject({ ok: false })
    expect(changeScript(db, form({ recordedBy: 'nobody' }), now)).toMatchObject({ ok: false })
    expect(loadDemonstration(db, unknown, now, { me: ada })).toBeUndefined()
    expect(printedScript(db, unknown, now)).toBeUndefined()
  })

  it('is printed on one page of A5, and a PDF library reads it back, whatever the dog is called', async () => {
    const { db, residencyId, now, view } = shownKennel('<script>=1+1</script> Ütopia')
    const printed = printedScript(db, residencyId, now)
    if (!printed) throw new Error('no script')
    const pages = await pagesOf(await scriptPdf(printed))
    expect(pages).toHaveLength(1)
    const text = pages.join(' ').replace(/\s+/g, ' ')
    expect(text).toContain('<script>=1+1</script> Ütopia')
    for (const item of view().script.items) expect(text).toContain(item.title)
    expect(text).toContain('Stand with')
  })

  it('runs on to further pages where one is not enough, and tears no item in two', async () => {
    const { db, residencyId, now } = shownKennel()
    const printed = printedScript(db, residencyId, now)
    if (!printed) throw new Error('no script')
    const [, seated] = printed.script.items
    if (!seated) throw new Error('no item')
    const long = Array.from({ length: 24 }, (_, i) => ({ ...seated, title: `Item ${i + 1}.` }))
    const pages = await pagesOf(await scriptPdf({ ...printed, script: { ...printed.script, items: long } }))
    expect(pages.length).toBeGreaterThan(1)
    expect(pages.flatMap((p) => [...p.matchAll(/Item \d+\./g)].map((m) => m[0]))).toEqual(long.map((i) => i.title))
    for (const page of pages) expect(page.match(/If not/g)?.length).toBe(page.match(/Item \d+\./g)?.length)
  })
})
