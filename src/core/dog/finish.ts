/** How a recall ends: the owner’s choice once coming itself is sure. Common practice. */
export const finishes = ['front', 'steps-in', 'touch'] as const
export type Finish = (typeof finishes)[number]

export const finishNames: Readonly<Record<Finish, string>> = {
  front: 'sits in front',
  'steps-in': 'sits, and the handler steps in beside the dog',
  touch: 'touches the palm',
}
