import { isYoung } from '@/core/coach/allowed'
import { firstNext, whatNext, type FirstNext, type WhatNext } from '@/core/coach/next'
import { sharedOf } from './shared'
import { triedOf } from './tried'
import { notWorked } from './firstThings'
import type { SetFact } from '@/core/facts/fact'
import { methodAt } from '@/core/method/method'
import type { Db } from '@/store/database'
import { peopleOn } from '@/store/kennel'
import { readMethodChanges } from '@/store/method'
import { readCueWords, readPromises } from '@/store/residents'
import { aroundFor } from './around'
import { handlers } from '../base/who'
import type { DogScene } from './dogScene'
import type { EpochMs } from '@/core/epochMs'

type NextScene = Pick<DogScene, 'resident' | 'curriculum' | 'derived' | 'today' | 'spaces' | 'forgetting'> & {
  readonly sets?: readonly SetFact[]
  /** What of the house was read already, for many dogs at once. */
  readonly house?: ReturnType<typeof houseForNext>
}

/** What every dog’s next step asks of the house. */
export const houseForNext = (db: Db, today: string, now: EpochMs) => ({
  method: methodAt(readMethodChanges(db), now),
  people: handlers(peopleOn(db, today)),
})

/** What to work on now with a dog, as its page and its block say it. */
export function nextFor(db: Db, scene: NextScene, now: EpochMs): WhatNext {
  const { resident, curriculum, derived } = scene
  const not = notWorked(db, resident.residencyId, scene.today)
  if (not !== '') return { sets: [], shut: [], waits: [], rest: not }
  const { dog, around: conditions } = nextGround(db, scene, now)
  const tried = triedOf(db, resident.residencyId, curriculum, scene.sets)
  const shared = sharedOf(db, resident.residencyId, derived.summary)
  return whatNext(curriculum, derived.state, derived.summary, { ...dog, tried, shared }, conditions)
}

/** The first of it by name, for lists of many dogs, which know already which of them are worked at all. */
export function firstFor(db: Db, scene: NextScene, now: EpochMs): FirstNext {
  const { curriculum, derived } = scene
  const { dog, around: conditions } = nextGround(db, scene, now)
  return firstNext(curriculum, derived.state, derived.summary, dog, conditions)
}

function nextGround(db: Db, { resident, today, spaces, forgetting, house }: NextScene, now: EpochMs) {
  const { method, people } = house ?? houseForNext(db, today, now)
  return {
    around: aroundFor(db, resident, { today, spaces, people, method, forgetting: forgetting.model }, now),
    dog: {
      promises: readPromises(db, resident.residencyId),
      words: {
        name: resident.name,
        cue: undefined,
        release: resident.releaseWord,
        marker: resident.markerWord,
        side: resident.side,
        traits: resident.traits,
        young: isYoung(resident.traits, today),
      },
      arrivesOn: resident.arrivesOn,
      cueWords: readCueWords(db, resident.dogId),
    },
  }
}
