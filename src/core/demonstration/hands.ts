import type { OwnersHand } from '../facts/words'
import type { ItemKind } from './items'

const stays: readonly OwnersHand[] = ['one-cue', 'calm', 'straight', 'pay', 'release', 'side']
const walks: readonly OwnersHand[] = ['slack', 'side', 'no-pull', 'one-cue', 'calm', 'pay']
const calls: readonly OwnersHand[] = ['called-once', 'fist', 'straight', 'calm', 'pay', 'release']
const sits: readonly OwnersHand[] = ['one-cue', 'calm', 'straight', 'pay', 'release', 'side']

const looked: Readonly<Record<ItemKind, readonly OwnersHand[]>> = {
  equipment: ['side', 'slack', 'calm'],
  seated: sits,
  heel: walks,
  'heel-again': walks,
  'sit-round': stays,
  'down-round': stays,
  'sit-come': calls,
  'down-come': calls,
  down: sits,
  'far-down': sits,
  also: sits,
  questions: [],
}

/** Which of the owner’s hands are to be seen in an item: no more than a thumb finds without a scroll. House. */
export const handsIn = (kind: ItemKind): readonly OwnersHand[] => looked[kind]
