declare const kind: unique symbol

/** Text that names one thing. TypeScript takes the id of one kind for no other; text from outside may become any. */
type Id<Kind extends string> = string & { readonly [kind]?: Kind }

/** One stay of one dog here, from arrival to going home. */
export type ResidencyId = Id<'residency'>
/** A dog, over all its residencies. */
export type DogId = Id<'dog'>
export type PersonId = Id<'person'>
/** A location of the house. */
export type PlaceId = Id<'place'>
export type CommandId = Id<'command'>
export type RungId = Id<'rung'>
export type SetId = Id<'set'>
export type RepId = Id<'rep'>
export type BlockId = Id<'block'>
/** A part of a block’s plan, or of a demonstration’s script. */
export type ItemId = Id<'item'>
export type HandoffId = Id<'handoff'>
export type FeedId = Id<'feed'>
export type PackageId = Id<'package'>
