import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../../curriculum/house'
import { allNeeds, findRung } from '../../curriculum/lookup'
import { liveInBlocks, type LivedInBlocks } from './blocks'
import { everyday, judgingOptions as options, perfectDog, type SimulatedDog, type World } from './live'
import type { RungId } from '../../ids'

/**
 * Dogs that never pass a command or two, worked by composed blocks for a whole residency: the others are worked as if
 * nothing failed. In the soak every pair, under every option; here some of them.
 */
const whole = process.env['KIBOU_SOAK_LOOP'] !== undefined
const promised = everyday.map((p) => p.rungId.split('.')[0] ?? '')

/** Comes off clean, but for these commands, at which it misses for ever. */
const failsAt = (commands: readonly string[]): SimulatedDog => ({
  wake: () => undefined,
  answer: (rung, ...told) =>
    commands.includes(rung.command) ? { outcome: 'miss', brokeSeconds: 1 } : perfectDog.answer(rung, ...told),
})

/** All rungs that must be held or passed before this one. */
function before(rungId: RungId, known = new Set<string>()): ReadonlySet<string> {
  const at = findRung(houseCurriculum, rungId)
  if (!at || known.has(rungId)) return known
  known.add(rungId)
  for (const rung of at.ladder.rungs.slice(0, at.index + 1))
    for (const need of [rung.id, ...allNeeds(houseCurriculum, rung)]) before(need, known)
  return known
}

/** Promised commands that need none of those that fail. */
const freeOf = (failing: readonly string[]) =>
  everyday
    .filter(
      (p) => ![...before(p.rungId)].some((id) => failing.includes(findRung(houseCurriculum, id)?.command.id ?? '')),
    )
    .map((p) => p.rungId)

const live = (failing: readonly string[], more: Partial<World> = {}): LivedInBlocks =>
  liveInBlocks({
    curriculum: houseCurriculum,
    promises: everyday,
    days: 26,
    setsADay: 0,
    blocksADay: 4,
    dog: failsAt(failing),
    ...more,
  })

const unmet = (lived: LivedInBlocks, of: readonly string[]) =>
  lived.summary.commands
    .flatMap((c) => c.promises)
    .filter((p) => !p.met && of.includes(p.promise.rungId))
    .map((p) => p.promise.rungId)

const pairs = promised.flatMap((a, i) => promised.slice(i).map((b) => [...new Set([a, b])]))

describe('dogs that never pass a command or two', () => {
  it.each(pairs.filter((_, i) => whole || i % 3 === 0).map((pair) => [pair.join(' and '), pair] as const))(
    'meet all that does not need it: %s',
    (_, failing) => {
      for (const method of whole ? options : [{}]) {
        const lived = live(failing, { method })
        expect([method, unmet(lived, freeOf(failing)), lived.wrong]).toEqual([method, [], []])
      }
    },
  )

  it('under every option of the method', () => {
    for (const method of options.filter((_, i) => whole || i % 6 === 0)) {
      const lived = live(['heel', 'recall'], { method })
      expect([method, unmet(lived, freeOf(['heel', 'recall']))]).toEqual([method, []])
    }
  })

  it('and puppies, which work one thing a block, too', () => {
    for (const failing of pairs.filter((_, i) => whole || i % 5 === 0)) {
      const lived = live(failing, { ageDays: 120, days: 40 })
      expect([failing, unmet(lived, freeOf(failing))]).toEqual([failing, []])
    }
  })

  it('and what fails is worked all the same', () => {
    const lived = live(['heel', 'recall'])
    for (const command of ['heel', 'recall'])
      expect(
        new Set(lived.sets.filter((s) => s.rungId.startsWith(`${command}.`)).map((s) => s.day)).size,
      ).toBeGreaterThan(20)
  })
})
