import { ownRung } from '@/core/curriculum/lookup'
import { ladderOf, regimesFor } from '../scene/regimes'
import { later } from '../tests/kennel'
import { describe, expect, it } from 'vitest'
import { mostReps } from '@/core/baseline/baseline'
import { sideAsked } from '@/core/intake/asked'
import { stepIds } from '@/core/intake/steps'
import { typedOf } from '@/core/form'
import type { Typed } from '@/core/fields'
import { readStarts } from '@/store/baseline'
import type { Db } from '@/store/database'
import { readWeights } from '@/store/food'
import { readEntry } from '@/store/intake'
import { findResident, readCueWords, readPromises } from '@/store/residents'
import { doorCard } from '../page/printed'
import { loadComing } from '../page/coming'
import { loadHandoffPage } from '../page/handoff'
import { baselineRepForm, keepBaselineRep, takeProposed, takeStart, undoBaselineRep } from './baseline'
import { loadBaseline } from '../page/baseline'
import { addDog } from './begin'
import { bookingDraft, keepStep, openBookings, saveDraft } from './intake'
import { loadIntake } from '../page/intake'
import { loadResident } from '../page/resident'
import { keepChoice, keepTaste, reserve, undoReward, worksForToys } from './reward'
import { loadReward } from '../page/reward'
import { recordFacts } from '../record/accept'
import { derive, standingOf } from '../record/refold'
import { dog, dogFields, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { v7 } from 'uuid'

const typed = (values: unknown): Typed => typedOf(values)
const stage = () => {
  const db = newKennel()
  const who = trainer(db)
  return {
    db,
    who,
    residencyId: dog(db, {
      promised: [{ rung: 'sit.word' }, { rung: 'sit-stay.30s' }, { rung: 'down.no-lure' }],
    }),
  }
}
const arrival = {
  run: '1',
  weight: '20',
  weightUnit: 'kg',
  sex: 'female',
  bornOn: '',
  chip: '',
  coat: '',
  arrivalNote: '',
}
const count = (db: Db, table: string) => (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n

describe('the intake', () => {
  it('keeps a step as typed, whatever is wrong with it, for whoever goes on', () => {
    const { db, who, residencyId } = stage()
    expect(
      saveDraft(db, { key: residencyId, step: 'arrival', typed: { weight: ['twenty'], run: [''] } }, who, monday),
    ).toEqual({ ok: true })
    const step = loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'arrival')
    expect(step).toMatchObject({ values: { weight: ['twenty'] }, draft: { by: 'Ada' }, kept: false })
    expect(keepStep(db, residencyId, 'arrival', typed(arrival), who, monday).ok).toBe(true)
    expect(loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'arrival')).toMatchObject({
      draft: undefined,
      kept: true,
      values: { weight: ['20'] },
    })
  })

  it('a booking can be gone on with elsewhere, and is made once', () => {
    const { db, who } = stage()
    const key = v7()
    saveDraft(db, { key, step: 'booking', typed: { name: ['Gorse'] } }, who, monday)
    expect(openBookings(db).map((b) => b.typed['name'])).toEqual([['Gorse']])
    expect(addDog(db, { ...dogFields, key, name: 'Gorse', run: '2' }, monday)).toEqual({ ok: true, id: key })
    expect(bookingDraft(db, key)).toBeUndefined()
    expect(addDog(db, { ...dogFields, key, name: 'Gorse', run: '3' }, monday).ok).toBe(false)
  })

  it.each([
    ['a dog born tomorrow', 'arrival', { ...arrival, bornOn: '2026-03-03' }, 'bornOn', /not come yet/],
    ['0 kg', 'arrival', { ...arrival, weight: '0' }, 'weight', /number from/],
    ['400 kg', 'arrival', { ...arrival, weight: '400' }, 'weight', /between 0.5 and 120/],
    ['a weight in words', 'arrival', { ...arrival, weight: 'heavy' }, 'weight', /number/],
    ['88 kg, which may be pounds', 'arrival', { ...arrival, weight: '88' }, 'weight', /pounds typed/],
    ['a chip of three digits', 'arrival', { ...arrival, chip: '123' }, 'chip', /9 to 15/],
    ['no way to reach the owner', 'owner', { phone: '' }, 'phone', /One way/],
    ['a mail address that is none', 'owner', { email: 'nobody' }, 'email', /name@place/],
    [
      'a vaccination due before it was given',
      'health',
      { vaccines: [{ name: 'x', given: '2026-03-02', due: '2026-03-01' }] },
      'vaccines.0.due',
      /before it was given/,
    ],
    [
      '30 February',
      'consents',
      { signed: [{ to: 'photographs', by: 'T', on: '2026-02-30' }] },
      'signed.0.on',
      /date like/,
    ],
    [
      'an unknown rung reported',
      'words',
      {
        release: 'Okay',
        marker: 'Yes',
        side: 'left',
        cues: [{ command: 'sit', word: '', signal: '', reported: 'sit.none' }],
      },
      'cues.0.reported',
      /no such rung/,
    ],
  ] as const)('refuses %s by its field, and writes nothing', (_, step, values, field, says) => {
    const { db, who, residencyId } = stage()
    const before = findResident(db, residencyId)
    const done = keepStep(db, residencyId, step, typed(values), who, monday)
    expect(done).toMatchObject({ ok: false, errors: { [field]: expect.stringMatching(says) } })
    expect([count(db, 'intake_entry'), count(db, 'weight'), findResident(db, residencyId)]).toEqual([0, 0, before])
  })

  it('a run taken for those days is refused, with who has it; and an odd weight is taken when said to be right', () => {
    const { db, who, residencyId } = stage()
    dog(db, { name: 'Rook', run: '7' })
    expect(keepStep(db, residencyId, 'arrival', typed({ ...arrival, run: '7' }), who, monday)).toMatchObject({
      ok: false,
      errors: { run: expect.stringMatching(/Rook has run 7/) },
    })
    expect(
      keepStep(
        db,
        residencyId,
        'arrival',
        typed({ ...arrival, run: '8', weight: '88', weightRight: 'yes' }),
        who,
        monday,
      ).ok,
    ).toBe(true)
    expect([
      findResident(db, residencyId)?.runNumber,
      readWeights(db, findResident(db, residencyId)?.dogId ?? '').map((w) => w.kg),
    ]).toEqual(['8', [88]])
  })

  it('pounds are kept as kilograms, by the exact pound of 1959', () => {
    const { db, who, residencyId } = stage()
    keepStep(db, residencyId, 'arrival', typed({ ...arrival, weight: '44,1', weightUnit: 'lb' }), who, monday)
    expect(readWeights(db, findResident(db, residencyId)?.dogId ?? '')[0]?.kg).toBeCloseTo(44.1 * 0.45359237, 9)
  })

  it('what is said of the dog changes its ladder, its words and its cautions', () => {
    const { db, who, residencyId } = stage()
    keepStep(
      db,
      residencyId,
      'health',
      { ...typed({ caution: 'Two at the door', biteHistory: true }), traits: ['deaf'] },
      who,
      monday,
    )
    keepStep(
      db,
      residencyId,
      'words',
      typed({
        release: 'Frei',
        marker: 'Ja',
        side: 'right',
        cues: [{ command: 'down', word: 'Platz', signal: '', reported: '' }],
      }),
      who,
      monday,
    )
    const resident = findResident(db, residencyId)
    expect(resident).toMatchObject({
      releaseWord: 'Frei',
      markerWord: 'Ja',
      side: 'right',
      caution: 'Two at the door',
      biteHistory: true,
      traits: { deaf: true },
    })
    expect(readCueWords(db, resident?.dogId ?? '').get('down')).toBe('Platz')
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
  })

  it('promises are changed after the booking: the needs follow, and what the ladder does not have is refused', () => {
    const { db, who, residencyId } = stage()
    const promise = (rung: string, run = 'sit/sit') =>
      keepStep(
        db,
        residencyId,
        'promises',
        typed({
          promised: [
            { run, rung, level: '2', places: '2', people: '1' },
            { run: 'down/down', rung: '', level: '0', places: '', people: '' },
          ],
        }),
        who,
        monday,
      )
    expect(loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'promises')?.kept).toBe(true)
    expect(promise('sit.down-from')).toMatchObject({
      ok: false,
      errors: { 'promised.0.rung': expect.stringMatching(/no such rung/) },
    })
    expect(promise('down.no-lure')).toMatchObject({ ok: false })
    expect(readPromises(db, residencyId)).toHaveLength(3)
    expect(promise('sit.word').ok).toBe(true)
    expect(readPromises(db, residencyId)).toEqual([{ rungId: 'sit.word', level: 2, places: 2, people: 1 }])
    expect(
      standingOf(db, residencyId, later)
        .summary.commands.filter((c) => c.promise)
        .map((c) => c.command),
    ).toEqual(['sit'])
    expect(promise('')).toMatchObject({ ok: false, errors: { promised: 'Promise at least one command.' } })
  })

  it('a dog that comes back keeps its history and its papers, and stands at nothing', () => {
    const { db, who, residencyId } = stage()
    keepStep(db, residencyId, 'owner', typed({ phone: '01632 960100' }), who, monday)
    const dogId = findResident(db, residencyId)?.dogId
    expect(
      addDog(db, { ...dogFields, dogId, run: '2', arrivesOn: '2026-03-10', leavesOn: '2026-04-10' }, monday),
    ).toMatchObject({
      ok: false,
      errors: { arrivesOn: expect.stringMatching(/is here from 2026-03-01 to 2026-03-20/) },
    })
    const again = addDog(db, { ...dogFields, dogId, run: '2', arrivesOn: '2026-04-10', leavesOn: '2026-05-01' }, monday)
    if (!again.ok) throw new Error(JSON.stringify(again.errors))
    const view = loadResident(db, again.id, monday + 40 * msPerDay)
    expect([view?.resident.dogId, view?.others.map((o) => o.id), view?.commands.every((c) => c.reps === 0)]).toEqual([
      dogId,
      [residencyId],
      true,
    ])
    expect(readEntry(db, again.id, 'owner')?.entry.phone).toBe('01632 960100')
    expect(loadIntake(db, again.id, monday)?.steps.find((s) => s.id === 'owner')).toMatchObject({
      fromBefore: true,
      kept: false,
    })
    expect(stepIds).toHaveLength(8)
  })

  it('what is found out of a dog that came back is known of its earlier stay as well, kept and fresh', () => {
    const { db, who, residencyId } = stage()
    const dogId = findResident(db, residencyId)?.dogId
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who, { rungId: 'place.paws' })
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), monday + 60_000)
    const again = addDog(db, { ...dogFields, dogId, run: '2', arrivesOn: '2026-04-10', leavesOn: '2026-05-01' }, monday)
    if (!again.ok) throw new Error(JSON.stringify(again.errors))
    const now = monday + 40 * msPerDay
    const before = standingOf(db, residencyId, now)
    expect(worksForToys(db, { residencyId: again.id, toys: true, recordedBy: who }, now).ok).toBe(true)
    expect(standingOf(db, residencyId, now)).not.toEqual(before)
    for (const id of [residencyId, again.id])
      expect(standingOf(db, id, now)).toEqual(derive(db, id, regimesFor(db, id, now)))
  })
})

describe('what the owner has not said yet', () => {
  const said = (more: Record<string, unknown>) =>
    typed({ release: 'Okay', marker: 'Yes', side: 'left', cues: [], ...more })

  it('the side: asked for in the block, on the card and before the handoff, until it is known', () => {
    const { db, who, residencyId } = stage()
    keepStep(db, residencyId, 'words', said({ side: 'not known yet' }), who, monday)
    expect(findResident(db, residencyId)).toMatchObject({ side: 'left', sideKnown: false })
    expect(doorCard(db, residencyId, monday)?.side).toBe('not known yet')
    const asks = () => loadComing(db, monday).mind.filter((m) => m.questions.includes(sideAsked)).length
    expect(loadHandoffPage(db, residencyId, monday)?.resident.sideKnown).toBe(false)
    expect(asks()).toBe(1)
    expect(loadIntake(db, residencyId, monday)?.steps.find((s) => s.id === 'words')?.values['side']).toEqual([
      'not known yet',
    ])
    keepStep(db, residencyId, 'words', said({ side: 'right' }), who, monday)
    expect(findResident(db, residencyId)).toMatchObject({ side: 'right', sideKnown: true })
    expect(asks()).toBe(0)
    expect(keepStep(db, residencyId, 'words', said({ side: 'both' }), who, monday)).toMatchObject({
      ok: false,
      errors: { side: 'Choose a side.' },
    })
  })

  it('how a recall ends: as the house does it, then as the owner wants it, from the moment it was said', () => {
    const { db, who, residencyId } = stage()
    const front = (now: number) => ownRung(ladderOf(db, residencyId, now), 'recall.front')?.rung.name
    keepStep(db, residencyId, 'words', said({ finish: '' }), who, monday)
    keepStep(db, residencyId, 'words', said({ finish: 'touch' }), who, monday + 1000)
    keepStep(db, residencyId, 'words', said({ finish: 'touch' }), who, monday + 2000)
    keepStep(db, residencyId, 'words', said({ finish: '' }), who, monday + 3000)
    expect([0, 1500, 3500].map((ms) => front(monday + ms))).toEqual(['Straight front', 'To the palm', 'Straight front'])
    // Said again it is nothing new.
    expect(count(db, 'dog_finish')).toBe(2)
    expect(keepStep(db, residencyId, 'words', said({ finish: 'backflip' }), who, monday)).toMatchObject({
      ok: false,
      errors: { finish: 'Choose how a recall ends.' },
    })
    expect(standingOf(db, residencyId, monday + 4000)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, monday + 4000)))),
    )
  })
})

describe('the baseline', () => {
  const now = monday
  const run = (
    db: Db,
    residencyId: string,
    who: string,
    command: string,
    can: (index: number, food: boolean) => boolean,
  ) => {
    for (let i = 0; i <= mostReps; i++) {
      const c = loadBaseline(db, residencyId, now)?.commands.find((x) => x.id === command)
      if (!c || c.step.kind === 'done') return c
      const done = keepBaselineRep(
        db,
        {
          id: v7(),
          residencyId,
          recordedBy: who,
          command,
          rungId: c.rung.id,
          foodInSight: c.step.foodInSight,
          clean: can(c.step.index, c.step.foodInSight),
        },
        now,
      )
      if (!done.ok) throw new Error(done.reason)
    }
    throw new Error('more than eight reps')
  }

  it('proposes, puts in hand, passes nothing and holds nothing', () => {
    const { db, who, residencyId } = stage()
    const found = run(db, residencyId, who, 'sit', (i) => i <= 3)
    expect(found?.step).toMatchObject({ kind: 'done', shown: 3, start: 2 })
    expect(takeProposed(db, { residencyId, recordedBy: who }, now).ok).toBe(true)
    const { state, summary } = standingOf(db, residencyId, later)
    expect(state.runs['sit/sit']).toMatchObject({ position: 2, tallies: {} })
    expect(summary.commands.find((c) => c.command === 'sit')).toMatchObject({ word: 'not started', reps: 0 })
    expect(loadResident(db, residencyId, now)?.next.sets.find((s) => s.command === 'sit')?.rungId).toBe(
      found?.rungs[2]?.id,
    )
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
  })

  it('takes seconds and the help of the leash: late or helped by it, nothing came off', () => {
    const { db, who, residencyId } = stage()
    const sit = () => loadBaseline(db, residencyId, now)?.commands.find((c) => c.id === 'sit')
    const keep = (more: Record<string, unknown>) => {
      const c = sit()
      if (!c) throw new Error('no sit')
      const form = {
        id: v7(),
        residencyId,
        recordedBy: who,
        command: 'sit',
        rungId: c.rung.id,
        foodInSight: c.step.kind === 'try' && c.step.foodInSight,
        clean: true,
        ...more,
      }
      return keepBaselineRep(db, baselineRepForm.parse(form), now)
    }
    const first = sit()?.rung.id
    expect(keep({ latencySeconds: 1.2 }).ok).toBe(true)
    expect(keep({ latencySeconds: 4.5 }).ok).toBe(true)
    expect(sit()?.reps.map((r) => [r.clean, r.latencySeconds, r.leashHelp])).toEqual([
      [true, 1.2, false],
      [false, 4.5, false],
    ])
    // A rep that was late is a miss of its rung: two rungs down.
    expect(sit()?.rung.id).not.toBe(first)
    expect(keep({ leashHelp: true }).ok).toBe(true)
    expect(sit()?.reps.at(-1)).toMatchObject({ clean: false, leashHelp: true, latencySeconds: null })
    for (const bad of [-1, 61, Number.NaN]) expect(() => keep({ latencySeconds: bad })).toThrow()
  })

  it('a command waits for the prerequisite that was not shown, and opens once it was', () => {
    const { db, who, residencyId } = stage()
    const stay = () => loadBaseline(db, residencyId, now)?.commands.find((c) => c.id === 'sit-stay')
    expect(stay()?.step).toMatchObject({ kind: 'done', why: expect.stringMatching(/sit “.+”, which was not shown/) })
    run(db, residencyId, who, 'sit', () => true)
    expect(stay()?.step.kind).toBe('try')
  })

  it('lower is free, higher wants a reason, above the ceiling is refused; once worked, the ladder says', () => {
    const { db, who, residencyId } = stage()
    const found = run(db, residencyId, who, 'sit', (i) => i <= 7)
    const at = (i: number) => found?.rungs[i]?.id ?? ''
    const start = (i: number, reason = '') =>
      takeStart(db, { residencyId, recordedBy: who, command: 'sit', rungId: at(i), reason }, now)
    expect(start(3).ok).toBe(true)
    expect(start(8)).toMatchObject({ ok: false, reason: expect.stringMatching(/say why/) })
    expect(start(8, 'Came off six times in the car park').ok).toBe(true)
    expect(readStarts(db, residencyId).map((s) => [s.rungId, s.proposed])).toEqual([
      [at(3), at(6)],
      [at(8), at(6)],
    ])
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), now + 60_000)
    expect(count(db, 'rep')).toBe(1)
    expect(start(2)).toMatchObject({ ok: false, reason: expect.stringMatching(/worked since/) })
  })

  it('never above the ceiling, whatever the reason', () => {
    const { db, who, residencyId } = stage()
    run(db, residencyId, who, 'sit', () => true)
    const stay = run(db, residencyId, who, 'sit-stay', (i) => i <= 2)
    const above = stay?.rungs[(stay?.ceiling ?? 0) + 1]?.id ?? ''
    expect(above).toBe('sit-stay.45s')
    expect(
      takeStart(
        db,
        { residencyId, recordedBy: who, command: 'sit-stay', rungId: above, reason: 'It did so at home' },
        now,
      ),
    ).toMatchObject({ ok: false, reason: expect.stringMatching(/Not above “30 s”/) })
    expect(readStarts(db, residencyId)).toEqual([])
  })

  it(
    'not on the first evening; a rep of an old page is refused; the same fact twice changes nothing; the last ' +
      'can be taken back',
    () => {
      const { db, who } = stage()
      const today = dog(db, { name: 'Rook', run: '9', arrivesOn: '2026-03-02' })
      const form = {
        id: v7(),
        residencyId: today,
        recordedBy: who,
        command: 'sit',
        rungId: 'sit.rear',
        foodInSight: false,
        clean: true,
      }
      expect(keepBaselineRep(db, form, now)).toMatchObject({
        ok: false,
        reason: expect.stringMatching(/First evening/),
      })
      const tomorrow = now + msPerDay
      const asked = loadBaseline(db, today, tomorrow)?.commands.find((c) => c.id === 'sit')?.rung.id ?? ''
      expect(keepBaselineRep(db, form, tomorrow)).toMatchObject({
        ok: false,
        reason: expect.stringMatching(/Something else/),
      })
      expect(keepBaselineRep(db, { ...form, rungId: asked }, tomorrow).ok).toBe(true)
      expect(keepBaselineRep(db, { ...form, rungId: asked }, tomorrow).ok).toBe(true)
      expect(loadBaseline(db, today, tomorrow)?.commands.find((c) => c.id === 'sit')?.reps).toHaveLength(1)
      expect(undoBaselineRep(db, { residencyId: today, recordedBy: who, command: 'sit' }, tomorrow).ok).toBe(true)
      expect(loadBaseline(db, today, tomorrow)?.commands.find((c) => c.id === 'sit')?.reps).toHaveLength(0)
    },
  )
})

describe('the reward test', () => {
  it('goes from its own meal to better food to toys, ranks what it took, and keeps a toy', () => {
    const { db, who, residencyId } = stage()
    const fact = { residencyId, recordedBy: who }
    const taste = (s: 'meal' | 'better' | 'toy', item: string, took: 'at once' | 'slowly' | 'not') => {
      expect(keepTaste(db, { ...fact, id: v7(), stage: s, item, took }, monday).ok).toBe(true)
    }
    const stageNow = () => loadReward(db, residencyId, monday)?.stage
    expect(stageNow()).toBe('meal')
    taste('meal', 'kibble', 'not')
    expect(stageNow()).toBe('better')
    taste('better', 'liver', 'not')
    expect(stageNow()).toBe('toys')
    taste('toy', 'ball', 'at once')
    taste('toy', 'rope', 'slowly')
    expect(loadReward(db, residencyId, monday)).toMatchObject({
      stage: 'done',
      items: ['ball', 'rope'],
      pair: { left: 'ball', right: 'rope' },
    })
    for (let i = 0; i < 2; i++)
      expect(keepChoice(db, { ...fact, id: v7(), a: 'ball', b: 'rope', chosen: 'rope' }, monday).ok).toBe(true)
    expect(loadReward(db, residencyId, monday)?.ranked.map((r) => r.item)).toEqual(['rope', 'ball'])
    expect(keepChoice(db, { ...fact, id: v7(), a: 'ball', b: 'liver', chosen: 'liver' }, monday)).toMatchObject({
      ok: false,
    })
    expect(reserve(db, { ...fact, item: 'liver' }, monday).ok).toBe(false)
    expect(reserve(db, { ...fact, item: 'rope' }, monday).ok).toBe(true)
    expect(worksForToys(db, { ...fact, toys: true }, monday).ok).toBe(true)
    expect(findResident(db, residencyId)?.traits.toys).toBe(true)
    undoReward(db, fact, monday)
    expect(loadReward(db, residencyId, monday)).toMatchObject({ choices: 1, reserved: 'rope' })
  })
  it('a dog that takes its own meal at once is done', () => {
    const { db, who, residencyId } = stage()
    keepTaste(db, { residencyId, recordedBy: who, id: v7(), stage: 'meal', item: 'kibble', took: 'at once' }, monday)
    expect(loadReward(db, residencyId, monday)).toMatchObject({
      stage: 'done',
      findings: [expect.stringMatching(/own meal: train before dinner/)],
    })
  })
})
