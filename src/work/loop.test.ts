import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { addDays } from '@/core/days'
import { seeded } from '@/core/seeded'
import { laws } from '@/core/tests/loop/dogs'
import { perfectDog, type SimulatedDog } from '@/core/tests/loop/live'
import type { WireFact } from '@/core/facts/wire'
import { loadBlock } from './page/block'
import { recordFacts } from './record/accept'
import { regimesFor } from './base/regimes'
import { derive, standingOf } from './record/standing'
import { followBlock } from './tests/byTheBook'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from './tests/kennel'

/**
 * Whole residencies through the store: a phone loads a block, works it by the book, sends what it wrote in any batches,
 * in any order, some of it twice. What the phone ended with is what the kennel derives, and what is stored is what a
 * fresh reading of the facts gives.
 */
const promise = (rung: string) => ({ rung, places: '2', people: '2' })
const others = ['sit.word', 'down.no-lure', 'recall.line-5', 'heel.away-2', 'place.10s'].map(promise)
const promises = [promise('sit-stay.20s'), ...others]
/** With distance, which a young dog does not begin in its first week. */
const forYoung = [promise('sit-stay.10s'), promise('sit-stay.step-5s'), ...others]
const blockAt = [9, 11, 13.5, 15.5]
const plainly = (state: unknown): unknown => z.json().parse(JSON.parse(JSON.stringify(state)))

interface Residency {
  readonly promised?: typeof promises
  readonly seed: number
  readonly learner: SimulatedDog
  readonly bornOn?: string
  readonly days: number
}

function residency({ promised = promises, seed, learner, bornOn, days }: Residency) {
  const db = newKennel()
  const chance = seeded(seed)
  const people = [trainer(db), trainer(db, 'Ben')]
  const residencyId = dog(db, {
    arrivesOn: '2026-03-01',
    leavesOn: addDays('2026-03-01', days + 2),
    promised,
    ...(bornOn === undefined ? {} : { bornOn }),
  })
  const tablets = people.map(() => new Tablet())
  const wrong: string[] = []
  let [blocks, readyOn] = [0, undefined as number | undefined]

  const send = (tablet: Tablet, facts: readonly WireFact[]) => {
    const left = [...facts, ...facts.filter(() => chance() < 0.2)]
      .map((fact) => ({ fact, by: chance() }))
      .sort((a, b) => a.by - b.by)
      .map((x) => x.fact)
    while (left.length > 0) {
      const { results } = recordFacts(db, tablet.batch(left.splice(0, 1 + Math.floor(chance() * 120))), tablet.at)
      for (const r of results) if (r.status === 'refused') wrong.push(`refused: ${r.reason ?? ''}`)
    }
  }

  for (let day = 1; day <= days && readyOn === undefined; day++) {
    learner.wake(day)
    for (const hour of blockAt) {
      const turn = blocks % people.length
      const [by, tablet] = [people[turn], tablets[turn]]
      if (by === undefined || !tablet) continue
      tablet.at = monday - 12 * 3_600_000 + (day - 1) * msPerDay + hour * 3_600_000
      const view = loadBlock(db, residencyId, undefined, by, tablet.at)
      if (!view) throw new Error('no block')
      if (view.rest !== '' || view.plan.items.length === 0) continue
      blocks++
      const followed = followBlock(view, tablet, by, learner, day)
      wrong.push(...followed.wrong)
      send(tablet, followed.facts)
      const kept = standingOf(db, residencyId, tablet.at)
      expect(plainly(followed.state), `day ${day}, ${hour} o’clock: phone and kennel`).toEqual(plainly(kept.state))
    }
    const evening = monday + (day - 1) * msPerDay + 8 * 3_600_000
    expect(standingOf(db, residencyId, evening), `day ${day}: stored and fresh`).toEqual(
      plainly(derive(db, residencyId, regimesFor(db, residencyId, evening))),
    )
    if (standingOf(db, residencyId, evening).summary.readyOn !== undefined) readyOn = day
  }
  db.close()
  return { wrong, blocks, readyOn }
}

describe('a residency followed through the store', () => {
  it('makes a dog that never misses ready, whoever holds the phone and however its facts come in', () => {
    const { wrong, blocks, readyOn } = residency({ seed: 3, learner: perfectDog, days: 20 })
    expect(wrong).toEqual([])
    expect(readyOn, `${blocks} blocks`).toBeLessThanOrEqual(12)
  })

  it('goes on over the six-month birthday of a dog, and both sides turn to the grown ladder on the same day', () => {
    // Six months are 182 days: on the fifth day of training.
    const { wrong, readyOn } = residency({
      seed: 5,
      promised: forYoung,
      learner: perfectDog,
      bornOn: addDays('2026-03-06', -182),
      days: 24,
    })
    expect(wrong).toEqual([])
    expect(readyOn).toBeDefined()
  })

  it.each(Object.entries(laws))('agrees with itself over eight days of a dog that misses: %s', (_, law) => {
    const { wrong, blocks } = residency({ seed: 7, learner: law('usual', 41), days: 8 })
    expect(wrong).toEqual([])
    expect(blocks).toBeGreaterThan(20)
  })
})
