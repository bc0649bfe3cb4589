import { describe, expect, it } from 'vitest'
import { readSpaces } from '@/store/house'
import { recordFacts } from '@/work/record/accept'
import { loadBlock } from '@/work/page/block'
import { memoryOf } from '@/work/tests/byTheBook'
import { dog, newKennel, Tablet, trainer } from '@/work/tests/kennel'
import { LiveSession, type Setup } from '@/device/live/session'
import { foodLeftNow } from '@/device/live/drawn'
import { coachHere } from './coachHere'
import { beginPrep, preparedSet, reducePrep, type PrepAction, type PrepState } from './prep'

/** A dog that has mastered *sit.word* indoors, and what is prepared for it. */
function scene(command?: string) {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, { promised: [{ rung: 'sit.word', places: '2', people: '1' }] })
  const tablet = new Tablet()
  for (let day = 0; day < 2; day++) {
    for (const rungId of ['sit.rear', 'sit.full', 'sit.signal', 'sit.word']) {
      const set = tablet.set(residencyId, ada, { rungId, placeId: 'room' })
      recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at)
    }
    tablet.at += 86_400_000
  }
  const view = loadBlock(db, residencyId, command, ada, tablet.at)
  if (!view) throw new Error('no block')
  const session = new LiveSession(
    view,
    memoryOf(tablet),
    () => 7,
    () => tablet.at,
  )
  const soFar = () => {
    const live = session.known.now()
    return { ...live, items: live.block?.items ?? [], foodLeft: foodLeftNow(view, live), ...coachHere(view) }
  }
  const prepare = (state: PrepState, was?: Setup) => {
    const set = preparedSet(view, soFar(), state, was, undefined)
    if (!set) throw new Error('nothing to work')
    return set
  }
  const after = (...actions: readonly PrepAction[]) => actions.reduce(reducePrep, beginPrep(view, false))
  return { db, view, session, tablet, soFar, prepare, after }
}

describe('what somebody changes before a set', () => {
  it('begins with the plan of a whole block, and with the set where one command was asked for', () => {
    const whole = scene()
    expect(whole.after().seeing).toBe('plan')
    expect(whole.after({ type: 'see the set' }).seeing).toBe('set')
    expect(beginPrep(whole.view, true).seeing).toBe('set')
    const one = scene('sit')
    expect(one.after().seeing).toBe('set')
    expect(one.after().plan).toHaveLength(1)
  })

  it('keeps what was chosen before, and the last of two choices', () => {
    const s = scene('sit')
    const chosen = s.after(
      { type: 'change', change: { helper: true, band: 'under-5' } },
      { type: 'change', change: { band: '5-15' } },
      { type: 'open part', part: 0 },
    )
    expect(chosen.change).toEqual({ helper: true, band: '5-15' })
    expect(chosen.changing).toBe(0)
    expect(s.prepare(chosen).full).toMatchObject({ helper: true, band: '5-15' })
  })

  it('takes a plan that was changed, until the block begins', () => {
    const s = scene()
    const [first] = s.after().plan
    if (!first) throw new Error('no plan')
    const shorter = s.after({ type: 'plan', plan: [first] })
    expect(s.prepare(shorter).plan).toEqual([first])
    const set = s.prepare(shorter)
    s.session.begin(set.full, set.plan, set.index)
    expect(s.prepare(s.after()).plan).toHaveLength(1)
  })
})

describe('a set that is prepared', () => {
  it('is what the coach suggests, with the reason, where nothing was changed', () => {
    const s = scene('sit')
    const suggested = coachHere(s.view).suggest('sit', s.soFar().judged.state)
    const set = s.prepare(s.after())
    expect(set.full.rungId).toBe(suggested?.rungId)
    expect(set.full.level).toBe(suggested?.level)
    expect(set.eased).toBe(false)
    expect(set.by.news).toEqual([])
    expect(set.why).not.toBe('')
    expect(set.lockedText).toBeUndefined()
  })

  it('begins easier where something new was chosen, and not where the rung was chosen, too', () => {
    const s = scene('sit')
    const base = s.prepare(s.after())
    const other = readSpaces(s.db).find((p) => p.id !== base.full.placeId)
    if (!other) throw new Error('one location only')
    const harder = { type: 'change', change: { placeId: other.id, level: 3 } } as const
    const eased = s.prepare(s.after({ type: 'change', change: { rungId: 'sit.word' } }, harder))
    expect(eased.full.rungId).toBe('sit.word')
    expect(eased.eased).toBe(false)
    expect(eased.by.rungId).not.toBe('sit.word')
    const own = s.prepare(s.after(harder))
    expect(own.by.rungId).not.toBe(own.wantedRungId)
    expect(own.full.rungId).toBe(own.by.rungId)
    expect(own.full.purpose).toBe('work')
    expect(own.eased).toBe(true)
  })

  it('drops a teaching method with the rung it was for', () => {
    const s = scene('sit')
    const state = s.after(
      { type: 'change', change: { road: 'shape' } },
      { type: 'change', change: { rungId: 'sit.full', road: undefined } },
    )
    expect(s.prepare(state).full.road).toBeUndefined()
  })

  it('asks for the fit of a slip lead before it begins, once a block', () => {
    const s = scene('sit')
    const slip = { type: 'change', change: { collar: 'slip lead' } } as const
    const asked = s.prepare(s.after(slip))
    expect([asked.asksFit, asked.asksFitFirst]).toEqual([true, true])
    const looked = s.after(slip, { type: 'change', change: { fitted: true } })
    const set = s.prepare(looked)
    expect([set.asksFit, set.asksFitFirst]).toEqual([true, false])
    s.session.begin(set.full, set.plan, set.index)
    for (let rep = 0; rep < 3; rep++) {
      s.tablet.at += 4000
      s.session.tap('clean')
    }
    s.session.finish()
    expect(s.prepare(s.after(slip)).asksFit).toBe(false)
    expect(s.prepare(s.after({ type: 'change', change: { collar: 'harness' } })).asksFit).toBe(false)
  })

  it('is nothing where no part of the plan is left', () => {
    const s = scene()
    expect(preparedSet(s.view, s.soFar(), s.after({ type: 'plan', plan: [] }), undefined, undefined)).toBeUndefined()
  })
})
