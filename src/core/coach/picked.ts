import { findRung } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Curriculum, Rung } from '../curriculum/types'
import { relaxFrom } from '../curriculum/relaxedCriteria'
import { contextStatus } from '../progress/contextStatus'
import { topMastered, type DogState } from '../progress/state'
import { kitFor, kitToProve } from '../method/instruct'
import { chosen } from '../method/method'
import { refusedBecause, teachingLevel, type WorkingConditions, type CoachedDog } from './allowed'
import type { PlaceId, RungId } from '../ids'

/** A set as somebody chose it. */
export interface Pick {
  readonly rungId: RungId
  readonly placeId: PlaceId
  readonly level: number
  readonly kit: string
  readonly leashHolder: string
  /** Somebody who helps is about, or another dog, and how near. */
  readonly helper: boolean
  readonly secondDog: boolean
  readonly near: boolean
  /** On a collar it was never worked on. */
  readonly newCollar: boolean
}

/** What of it was chosen by hand, and not by the coach. */
export type ByHand = Readonly<Partial<Record<'rung' | 'place' | 'level' | 'kit' | 'hands' | 'company', boolean>>>

export interface Picked {
  /** The rung to work there: the one chosen, or an easier one of its run for what is new. */
  readonly rungId: RungId
  /** What is new of what was chosen by hand; empty where nothing is. */
  readonly news: readonly ('level' | 'place' | 'kit' | 'hands')[]
  /** The level that it comes to: company is a distraction whatever was tapped. */
  readonly level: number
  /** Why the chosen set is not to be worked: what the coach would be refused for. */
  readonly refused: string | undefined
  /** What comes before the chosen rung and is not yet passed; undefined where it is in hand or behind it. */
  readonly before: string | undefined
}

/** Design choice: a person passing is level 2, a calm dog far off 3, near 4; not where the rung itself asks for it. */
function levelOf(pick: Pick, rung: Rung): number {
  if (is(rung, 'other-dog')) return pick.level
  const second = is(rung, 'second-person') || rung.kind === 'settle'
  if (pick.secondDog) return Math.max(pick.level, pick.near ? 4 : 3)
  return pick.helper && !second ? Math.max(pick.level, 2) : pick.level
}

/**
 * A set chosen by hand, asked what a suggested one is asked: what speaks against it, what of it is new, and the rung to
 * begin with there. Only what was chosen by hand is asked for: where a suggestion says that the place does not matter,
 * it does not.
 */
export function picked(
  curriculum: Curriculum,
  state: DogState,
  pick: Pick,
  byHand: ByHand,
  dog: CoachedDog,
  conditions: WorkingConditions,
): Picked {
  const at = findRung(curriculum, pick.rungId)
  if (!at)
    return { rungId: pick.rungId, news: [], level: pick.level, refused: 'not in this curriculum', before: undefined }
  const runState = state.runs[at.ladderKey]
  const level = levelOf(pick, at.rung)
  const place = conditions.places.find((p) => p.id === pick.placeId)
  const refused = place && refusedBecause(curriculum, state, at, { place, level, kit: pick.kit }, dog, conditions)
  const position = runState?.position ?? 0
  const mastered = topMastered(at.ladder, runState)
  const climbing = at.index > mastered
  const first = at.index > position && climbing ? at.ladder.rungs[position] : undefined
  // What was passed and waits for its second day is known well enough to be asked for less of it.
  const known = Math.max(mastered, position - 1)
  const open =
    runState && known >= 0
      ? contextStatus(
          at.ladder,
          runState,
          { level, placeId: pick.placeId, kit: pick.kit, leashHolder: pick.leashHolder },
          known,
        )
      : undefined
  const isNew = (kind: string): boolean => open?.open.some((v) => v.kind === kind) ?? false
  // While it is still climbed, what the house teaches everywhere or on the rung’s own leash is not new.
  const raised =
    (byHand.level === true || (byHand.company === true && level > pick.level)) &&
    level > (climbing ? teachingLevel(conditions.method, at.rung) : 0)
  const moved = byHand.place === true && !(climbing && chosen(conditions.method, 'generalise') !== 'once-held')
  const other =
    byHand.kit === true &&
    pick.kit !== kitToProve(at.rung) &&
    !(climbing && pick.kit === kitFor(at.rung, conditions.method))
  const news: Picked['news'] = [
    ...(raised && isNew('cell') ? (['level'] as const) : []),
    ...(moved && isNew('cell') ? (['place'] as const) : []),
    ...(other && isNew('kit') ? (['kit'] as const) : []),
    ...(byHand.hands === true && isNew('hands') ? (['hands'] as const) : []),
  ]
  const index = Math.min(
    at.index,
    news.length > 0 && open ? open.index : at.index,
    pick.newCollar && known >= 0 ? relaxFrom(at.ladder, known, ['kit']) : at.index,
  )
  return {
    rungId: at.ladder.rungs[index]?.id ?? at.rung.id,
    news: pick.newCollar && !news.includes('kit') ? [...news, 'kit'] : news,
    level,
    refused,
    before: first?.name,
  }
}

/** A refresher is a rung that was asked for as one; whatever else is chosen is work. */
export const purposeOf = (
  asked: readonly { readonly rungId: RungId; readonly purpose: 'work' | 'refresh' }[],
  rungId: RungId,
): 'work' | 'refresh' => asked.find((a) => a.rungId === rungId)?.purpose ?? 'work'
