import { houseVersionFour } from '@/core/curriculum/earlier'
import { houseCurriculum } from '@/core/curriculum/house'
import type { Curriculum } from '@/core/curriculum/types'
import type { CastDog } from './cast'

/** The version that a dog of the demonstration is worked on: the newest, but for one that nobody has moved yet. */
export const ladderOfCast = (dog: Pick<CastDog, 'notMoved'>): Curriculum =>
  dog.notMoved === true ? houseVersionFour() : houseCurriculum
