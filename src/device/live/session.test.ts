import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { v4 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { insertMethodChange } from '@/store/method'
import { recordFacts } from '@/work/record/accept'
import { standingOf } from '@/work/record/standing'
import { loadBlock } from '@/work/page/block'
import { memoryOf, plainSetup } from '@/work/tests/byTheBook'
import { dog, newKennel, Tablet, trainer } from '@/work/tests/kennel'
import { setsOf } from './reduce'
import { LiveSession, type RepExtras, type Setup } from './session'
import type { RungId } from '@/core/ids'

const setup: Setup = {
  ...plainSetup,
  rungId: 'sit.rear',
  purpose: 'work',
  placeId: 'room',
  personId: '',
  level: 0,
  kit: '1.8 m leash',
}

function scene() {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db)
  const tablet = new Tablet()
  const view = () => {
    const found = loadBlock(db, residencyId, undefined, ada, tablet.at)
    if (!found) throw new Error('no block')
    return found
  }
  const outbox = memoryOf(tablet)
  const open = (ground = view()) =>
    new LiveSession(
      ground,
      outbox,
      () => 7,
      () => tablet.at,
    )
  return { db, ada, residencyId, tablet, view, outbox, open }
}

const sit = houseCurriculum.commands.find((c) => c.id === 'sit')?.runs[0]?.rungs.map((r) => r.id) ?? []

/** What a thumb may do, in any order, whether or not it makes sense there. */
const deed = fc.oneof(
  { weight: 8, arbitrary: fc.constantFrom('clean', 'helped', 'late', 'miss').map((o) => ({ tap: o })) },
  fc.constantFrom(...sit.slice(0, 3)).map((rungId) => ({ begin: rungId })),
  fc.constant({ undo: true }),
  fc.constant({ finish: true }),
  fc
    .constantFrom<RepExtras>(
      { faults: ['slow'] },
      { looked: { voice: 'loud', level: 2 } },
      { prompt: 'full-signal' },
      { pieces: 0 },
    )
    .map((said) => ({ said })),
)

describe('a live session', () => {
  it('is the same after any taps as one taken up from what it wrote, and as the kennel that is told', () => {
    fc.assert(
      fc.property(fc.array(deed, { minLength: 1, maxLength: 60 }), (deeds) => {
        const { db, ada, residencyId, tablet, view, outbox, open } = scene()
        const ground = view()
        const session = open(ground)
        for (const d of deeds) {
          tablet.at += 5000
          if ('tap' in d) session.tap(d.tap)
          else if ('begin' in d) session.begin({ ...setup, rungId: d.begin, personId: ada }, ground.plan.items, 0)
          else if ('undo' in d) session.undo()
          else if ('finish' in d) session.finish()
          else session.amend(d.said)
        }
        const now = session.known.now()
        const again = open({ ...ground, now: tablet.at }).known.now()
        expect(again.judged.state).toEqual(now.judged.state)
        // A set that was closed and taken up again by undo lies closed on the device; its reps are there all the same.
        const reps = (h: typeof now) => setsOf(h).flatMap((s) => s.reps.map((r) => r.fact))
        expect(reps(again)).toEqual(reps(now))
        recordFacts(db, tablet.batch([...outbox.facts()]), tablet.at)
        expect(standingOf(db, residencyId, tablet.at)?.state.runs).toEqual(now.judged.state.runs)
      }),
      { numRuns: 60 },
    )
  })

  it('says of a set what it is in its block, and the rung in hand before it, as the kennel keeps it', () => {
    const { db, ada, tablet, view, outbox, open } = scene()
    const ground = view()
    const session = open(ground)
    const [first] = ground.plan.items
    if (!first) throw new Error('an empty plan')
    const plan = (['warm-up', 'work', 'finish'] as const).map((role) => ({ ...first, role }))
    for (const item of [1, 1, 2, 0]) {
      session.begin({ ...setup, rungId: 'sit.rear', personId: ada }, plan, item)
      for (let i = 0; i < 10; i++) session.tap('clean')
    }
    recordFacts(db, tablet.batch([...outbox.facts()]), tablet.at)
    const kept = db.prepare('SELECT role, in_hand FROM training_set ORDER BY at, seq').all()
    // Ten clean of ten move the ladder on after the first.
    expect(kept).toEqual(
      ['work', 'work', 'finish', 'warm-up'].map((role, n) => ({ role, in_hand: n === 0 ? 'sit.rear' : 'sit.full' })),
    )
  })

  it('draws pay and scene anew when the set changes, and not for a rep', () => {
    const { ada, view, open } = scene()
    const ground = view()
    const session = open(ground)
    session.begin({ ...setup, personId: ada }, ground.plan.items, 0)
    const first = session.drawn(session.known.now())
    session.tap('clean')
    expect(session.drawn(session.known.now())).toBe(first)
    session.undo()
    session.begin({ ...setup, rungId: 'sit.full', personId: ada }, ground.plan.items, 0)
    expect(session.drawn(session.known.now()).rungNow?.rung.id).toBe('sit.full')
  })

  it('pays every interval of a short stay, whatever chance says, and not every rep of a position', () => {
    const { db, ada, tablet, view, outbox, open } = scene()
    insertMethodChange(db, v4(), { at: tablet.at - 1000, row: 'rate', option: 'early-variable' }, ada)
    const ground = view()
    const session = open(ground)
    const pieces = (rungId: RungId) => {
      for (let set = 0; set < 4; set++) {
        session.begin({ ...setup, rungId, personId: ada }, ground.plan.items, 0)
        for (let i = 0; i < 10; i++) session.tap('clean', rungId === 'sit.word' ? {} : { heldSeconds: 1 })
      }
      const sets = new Set(
        outbox.facts().flatMap((f) => (f.kind === 'set-opened' && f.rungId === rungId ? [f.id] : [])),
      )
      return outbox.facts().flatMap((f) => (f.kind === 'rep' && sets.has(f.setId) ? [f.pieces] : []))
    }
    const stays = pieces('watch.1s')
    expect(stays.length).toBeGreaterThanOrEqual(20)
    expect(new Set(stays)).toEqual(new Set([1]))
    expect(pieces('sit.word')).toContain(0)
  })

  it('takes no rep without a set, none after its rule has ended it, and keeps nothing of a set without one', () => {
    const { ada, view, outbox, open } = scene()
    const ground = view()
    const session = open(ground)
    session.tap('clean')
    expect(outbox.facts()).toEqual([])
    session.begin({ ...setup, personId: ada }, ground.plan.items, 0)
    session.finish()
    expect(outbox.facts().map((f) => f.kind)).toEqual(['block-opened', 'set-opened', 'voided'])
    session.begin({ ...setup, personId: ada }, ground.plan.items, 0)
    for (let i = 0; i < 30; i++) session.tap('clean')
    expect(session.known.now().active?.reps).toHaveLength(10)
  })
})

describe('leash pressure in a set', () => {
  function pressed() {
    const s = scene()
    const ground = s.view()
    const session = s.open(ground)
    session.begin({ ...setup, personId: s.ada }, ground.plan.items, 0)
    const blockId = session.known.now().block?.id ?? ''
    const nothing = { device: null, reason: null, askedFirst: null, effect: null }
    const press = (more: Partial<typeof nothing> | Record<string, unknown> = {}) =>
      s.outbox.add({
        kind: 'correction',
        residencyId: s.residencyId,
        blockId,
        command: 'sit',
        ...nothing,
        ...more,
        recordedBy: s.ada,
      } as Parameters<typeof s.outbox.add>[0])
    const takeBack = (targetId: string, reason: string) =>
      s.outbox.add({ kind: 'voided', targetId, reason, recordedBy: s.ada })
    const reps = () =>
      setsOf(session.known.now()).flatMap((x) => x.reps.map((r) => [r.done?.outcome, r.done?.prompt ?? null]))
    return { ...s, session, press, takeBack, reps }
  }

  it.each(['clean', 'late', 'helped'] as const)(
    'a pressured rep tapped %s is a helped one, on the leash',
    (outcome) => {
      const k = pressed()
      k.press()
      k.session.tap(outcome)
      k.session.tap('clean')
      expect(k.reps()).toEqual([
        ['helped', 'leash'],
        ['clean', null],
      ])
    },
  )
  it('a miss stays one, and the pressure is spent', () => {
    const k = pressed()
    k.press()
    k.session.tap('miss')
    k.session.tap('clean')
    expect(k.reps().at(-1)).toEqual(['clean', null])
  })
  it('taken back it was none; said more exactly, it is still one', () => {
    const k = pressed()
    k.takeBack(k.press().id, 'undone')
    k.session.tap('clean')
    const first = k.press()
    k.session.tap('clean')
    k.takeBack(first.id, 'said more exactly')
    k.press({ reason: 'pulled' })
    k.session.tap('clean')
    expect(k.reps()).toEqual([
      ['clean', null],
      ['helped', 'leash'],
      ['clean', null],
    ])
  })
  it('it may have fallen in the rep before', () => {
    const k = pressed()
    k.session.tap('clean')
    k.press()
    k.session.pressLast()
    k.session.tap('clean')
    expect(k.reps()).toEqual([
      ['helped', 'leash'],
      ['clean', null],
    ])
  })
  it('a helped rep of which nobody said more holds no help', () => {
    const k = pressed()
    k.session.tap('helped')
    expect(k.reps()).toEqual([['helped', null]])
    k.session.amend({ prompt: 'lure' })
    k.session.tap('helped')
    expect(k.reps()).toEqual([
      ['helped', 'lure'],
      ['helped', null],
    ])
  })
})
