import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { v4 } from 'uuid'
import type { WireFact } from '@/core/facts/wire'
import { readLog } from '@/store/facts/log'
import { readSets } from '@/store/facts/read'
import { readPeople, type Person } from '@/store/kennel'
import { addPerson } from '../actions/begin'
import { loadBlock } from '../page/block'
import { loadShowing } from '../page/showing'
import { everyPage, everyPageOf } from '../tests/everyPage'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'
import { recordFacts } from './accept'

/** A lead, a trainer and a hand with a device each, and a tablet that all of them use. */
function kennel() {
  const db = newKennel()
  const ada = trainer(db)
  const made = (name: string, role: string) => {
    const done = addPerson(db, { name, role, weekdays: ['1'], from: '09:00', to: '12:00' }, monday)
    if (!done.ok) throw new Error('nobody')
    return done.id
  }
  const [lead, hand] = [made('Maud', 'lead'), made('Ebba', 'hand')]
  const residencyId = dog(db)
  const tablets = [lead, ada, hand, 'shared'].map((of) => ({ of, tablet: new Tablet(), proof: v4() }))
  const who = (id: string): Person | undefined => readPeople(db).find((p) => p.id === id)
  return { db, lead, ada, hand, residencyId, tablets, who }
}

describe('a hand with a copied page', () => {
  const steps = fc.array(
    fc.record({
      honest: fc.boolean(),
      device: fc.integer({ min: 0, max: 3 }),
      by: fc.constantFrom('lead', 'ada'),
      what: fc.constantFrom('rep', 'rep', 'close', 'void set', 'void rep', 'number', 'id'),
      pick: fc.nat(),
    }),
    { minLength: 5, maxLength: 40 },
  )

  it('neither changes nor blocks what others recorded: any facts, three roles, four devices', () => {
    fc.assert(
      fc.property(steps, (drawn) => {
        const k = kennel()
        const own: string[] = []
        const stored: WireFact[] = []
        // Each has recorded once, so that each device is known.
        const send = (facts: readonly WireFact[], device: number, sender: string, proof: string | undefined) => {
          const { tablet } = k.tablets[device] ?? { tablet: new Tablet() }
          return recordFacts(k.db, tablet.batch(facts), tablet.at, k.who(sender), proof)
        }
        const record = (device: number, by: string) => {
          const { tablet, proof } = k.tablets[device] ?? { tablet: new Tablet(), proof: '' }
          const set = tablet.set(k.residencyId, by)
          const facts = [set, tablet.rep(set.id), tablet.rep(set.id, 'miss')]
          const { results, rename } = send(facts, device, by, proof)
          // Nothing honest is ever lost.
          expect([results.map((r) => r.status), rename]).toEqual([['stored', 'stored', 'stored'], false])
          own.push(set.id)
          stored.push(...facts)
        }
        for (const [i, by] of [k.lead, k.ada, k.hand, k.ada].entries()) if (by !== k.hand) record(i, by)
        const mine = new Tablet()
        const handProof = k.tablets[2]?.proof
        send([mine.set(k.residencyId, k.hand)], 2, k.hand, handProof)
        const was = new Map<string, string>()
        const look = () =>
          new Map(
            readSets(k.db, k.residencyId)
              .filter((s) => own.includes(s.id))
              .map((s) => [s.id, JSON.stringify(s)]),
          )
        for (const d of drawn) {
          if (d.honest) {
            record(d.device === 2 ? 3 : d.device, d.by === 'lead' ? k.lead : k.ada)
            continue
          }
          for (const [id, text] of look()) was.set(id, text)
          const target = stored[d.pick % stored.length]
          const setId = own[d.pick % own.length] ?? ''
          mine.at += 60_000
          const claim = d.by === 'lead' ? k.lead : k.ada
          const next = 10_000 + d.pick
          const bad: WireFact | undefined = {
            rep: () => ({ ...mine.rep(setId, 'miss'), seq: next }),
            close: () => ({
              kind: 'set-closed' as const,
              ...mine.stamp(),
              setId,
              endedBy: 'trainer' as const,
              note: 'x',
            }),
            'void set': () => mine.voided(setId, d.pick % 2 ? k.hand : claim),
            'void rep': () => mine.voided(target?.id ?? '', d.pick % 2 ? k.hand : claim),
            number: () => ({ ...mine.set(k.residencyId, k.hand), seq: target?.seq ?? 0 }),
            id: () => ({ ...mine.set(k.residencyId, k.hand), id: target?.id ?? '' }),
          }[d.what]()
          // In any device's name, with the hand's own proof, another's or none; and from a device of its own.
          const proofs = [handProof, undefined, v4()]
          const { tablet } = k.tablets[d.device] ?? { tablet: mine }
          const name = d.pick % 5 === 0 ? mine.device : tablet.device
          const shared = d.device === 3 ? k.tablets[3]?.proof : proofs[d.pick % 3]
          recordFacts(k.db, { device: name, deviceNow: mine.at, facts: [bad] }, mine.at, k.who(k.hand), shared)
          const now = look()
          for (const [id, text] of was)
            // On the tablet that all use, a rep may join a set that is open there now; it takes none away.
            if (!(d.device === 3 && name !== mine.device && d.what === 'rep' && id === setId))
              expect(now.get(id)).toBe(text)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('finds no device’s name on any page', () => {
    const k = kennel()
    for (const { tablet } of k.tablets) {
      const block = tablet.block(k.residencyId, k.lead)
      const set = tablet.set(k.residencyId, k.lead, { blockId: block.id })
      recordFacts(k.db, tablet.batch([block, set, tablet.rep(set.id)]), tablet.at, k.who(k.lead))
    }
    const at = monday + 60_000
    const pages = JSON.stringify([
      everyPage(k.db, k.hand, at),
      everyPageOf(k.db, k.residencyId, k.hand, at),
      loadBlock(k.db, k.residencyId, undefined, k.hand, at),
      loadShowing(k.db, k.residencyId, 'demonstration', at, { me: k.hand }),
    ])
    for (const { tablet } of k.tablets) expect(pages).not.toContain(tablet.device)
  })

  it('late reps and closing notes in another’s old set stand as its own, and the log shows who', () => {
    const k = kennel()
    const [maud, , ebba] = k.tablets
    if (!maud || !ebba) throw new Error('no tablets')
    const set = maud.tablet.set(k.residencyId, k.lead)
    const closed = {
      kind: 'set-closed' as const,
      ...maud.tablet.stamp(),
      setId: set.id,
      endedBy: 'trainer' as const,
      note: '',
    }
    recordFacts(
      k.db,
      maud.tablet.batch([set, maud.tablet.rep(set.id), closed]),
      maud.tablet.at,
      k.who(k.lead),
      maud.proof,
    )
    const before = JSON.stringify(readSets(k.db, k.residencyId))
    const note = { ...closed, ...ebba.tablet.stamp(), note: 'she was tired' }
    ebba.tablet.at = maud.tablet.at + 600_000
    const late = [ebba.tablet.rep(set.id, 'miss'), { ...note, ...ebba.tablet.stamp() }]
    expect(
      recordFacts(k.db, ebba.tablet.batch(late), ebba.tablet.at, k.who(k.hand), ebba.proof).results.map(
        (r) => r.status,
      ),
    ).toEqual(['stored', 'stored'])
    expect(JSON.stringify(readSets(k.db, k.residencyId))).toBe(before)
    expect(readLog(k.db, k.residencyId, {}, 5)[0]).toMatchObject({ outcomes: 'C', note: '' })
    const page = JSON.stringify(everyPageOf(k.db, k.residencyId, k.lead, ebba.tablet.at)['resident'])
    expect(page).toContain('she was tired')
    expect(page).toMatch(/she was tired[^}]*Ebba/)
  })
})
