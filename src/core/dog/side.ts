/** The side a dog is to walk on, as it is asked for. */
export const sides = ['left', 'right', 'not known yet'] as const
export type Side = (typeof sides)[number]

/** What is stored of it. Design choice: until the owner was asked, a dog is worked on the left. */
export const sideSaid = (said: Side): { readonly side: 'left' | 'right'; readonly sideKnown: boolean } => ({
  side: said === 'right' ? 'right' : 'left',
  sideKnown: said !== 'not known yet',
})

/** What is said of it. */
export const sideText = (dog: { readonly side: 'left' | 'right'; readonly sideKnown: boolean }): Side =>
  dog.sideKnown ? dog.side : 'not known yet'
