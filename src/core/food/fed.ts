/** How food came to a dog: weighed out of its ration, eaten in training, from the bowl, or on top of all. */
export const fedKinds = ['weighed', 'eaten', 'bowl', 'extra'] as const
export type FedKind = (typeof fedKinds)[number]

export const fedKindWords: Readonly<Record<FedKind, string>> = {
  weighed: 'weighed out',
  eaten: 'eaten in training',
  bowl: 'from the bowl',
  extra: 'extra',
}
