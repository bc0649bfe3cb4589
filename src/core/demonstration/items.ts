/** The items of a demonstration in the order of the trade; what else was promised comes before the questions. */
export const itemOrder = [
  'equipment',
  'seated',
  'heel',
  'sit-round',
  'sit-come',
  'heel-again',
  'down',
  'down-round',
  'down-come',
  'far-down',
  'also',
  'questions',
] as const
export type ItemKind = (typeof itemOrder)[number]

export const itemTitles: Readonly<Record<ItemKind, string>> = {
  equipment: 'The equipment',
  seated: 'Seated at the side',
  heel: 'Walking at the side',
  'sit-round': 'Sit-stay, walked round',
  'sit-come': 'Sit-stay, then called',
  'heel-again': 'Walking again',
  down: 'Down',
  'down-round': 'Down-stay, walked round',
  'down-come': 'Down-stay, then called',
  'far-down': 'Down at a distance',
  also: 'What else was promised',
  questions: 'Questions',
}
