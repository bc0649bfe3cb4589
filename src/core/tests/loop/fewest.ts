import { allNeeds, findRung } from '../../curriculum/lookup'
import type { Curriculum, Rung } from '../../curriculum/types'
import type { RungId } from '../../ids'

/**
 * The fewest days in which a rung can come to be held, from the trade's words and nothing of the product's: a rung can
 * be passed on the day on which the one below it is passed and everything it needs is held; held is met on a second
 * day; a young dog is not asked for distance before its eighth day, nor for long holds before the day on which it is
 * grown (`grownOn`, 1 for a grown dog). The first day of training is 1.
 */
export function fewestDays(
  curriculum: Curriculum,
  rungId: RungId,
  grownOn: number,
  seen: readonly string[] = [],
): number {
  return passedOn(curriculum, rungId, grownOn, seen) + 1
}

function passedOn(curriculum: Curriculum, rungId: RungId, grownOn: number, seen: readonly string[]): number {
  const at = findRung(curriculum, rungId)
  if (!at || seen.includes(rungId)) throw new Error(`no way to ${rungId}`)
  const path = [...seen, rungId]
  const below = at.ladder.rungs[at.index - 1]
  const needs = allNeeds(curriculum, at.rung).map((n) => fewestDays(curriculum, n, grownOn, path))
  return Math.max(1, opensOn(at.rung, grownOn), below ? passedOn(curriculum, below.id, grownOn, path) : 1, ...needs)
}

const opensOn = (rung: Rung, grownOn: number): number =>
  rung.kind === 'timed' && (rung.criterion.seconds ?? 0) > 30
    ? grownOn
    : rung.axis === 'distance'
      ? Math.min(8, grownOn)
      : 1
