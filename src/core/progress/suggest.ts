import { findCommand, findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { daysToHold, type PromiseStanding } from '../handoff/promise'
import { isStale } from './memory'
import type { CommandStanding, Step } from './standing'

export interface Suggestion {
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly why: Step['why'] | 'refresher'
  /** The place and the leash holder that the promise still lacks, when it lacks any that can be had today. */
  readonly placeId: string | undefined
  readonly personId: string | undefined
}

/**
 * The set to work now for this command; undefined when another command must come first or nothing is left to climb.
 * A refresher that is due comes before climbing, but not before work at the promised rung itself, which refreshes too.
 */
export function suggestSet(curriculum: Curriculum, standing: CommandStanding, around: { readonly now: number; readonly today: string; readonly places: readonly string[]; readonly people: readonly string[] }): Suggestion | undefined {
  const { step } = standing
  const own = step && step.command === standing.command ? step : undefined
  const proving = own && (own.why === 'second-day' || own.why === 'new-place' || own.why === 'new-hands')
  if (!proving && own?.why !== 'rebuild') {
    const due = standing.runs.find((r) => r.top >= 0 && r.memory !== undefined && isStale(r.memory, around.now))
    const rung = due ? findCommand(curriculum, standing.command)?.runs.find((r) => r.id === due.id)?.rungs[due.top] : undefined
    if (rung) return { rungId: rung.id, purpose: 'refresh', why: 'refresher', placeId: undefined, personId: undefined }
  }
  if (!own || !findRung(curriculum, own.rungId)) return undefined
  if (!proving || !standing.promise) return { rungId: own.rungId, purpose: 'work', why: own.why, placeId: undefined, personId: undefined }
  return proofSet(own, standing.promise, around)
}

/** The promised rung where and with whom it is still lacking; undefined when today can add nothing more. */
function proofSet(own: Step, standing: PromiseStanding, around: { readonly today: string; readonly places: readonly string[]; readonly people: readonly string[] }): Suggestion | undefined {
  const { promise } = standing
  const placeId = lacking(standing.places, promise.places, around.places, around.today)
  const personId = lacking(standing.people, promise.people, around.people, around.today)
  const needsDay = standing.heldSince === undefined && !standing.days.includes(around.today)
  if (placeId === undefined && personId === undefined && !needsDay) return undefined
  return { rungId: own.rungId, purpose: 'work', why: placeId !== undefined && own.why === 'new-hands' ? 'new-place' : own.why, placeId, personId }
}

/** The one that needs only a second day first, then one not tried; undefined once today's meetings cover what is wanted. */
function lacking(evidence: PromiseStanding['places'], wanted: number, all: readonly string[], today: string): string | undefined {
  const covered = evidence.filter((e) => e.days.length >= daysToHold || e.days.includes(today))
  if (covered.length >= wanted) return undefined
  const half = evidence.find((e) => !covered.includes(e) && all.includes(e.id))
  return half?.id ?? all.find((id) => !evidence.some((e) => e.id === id))
}
