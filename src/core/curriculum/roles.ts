/**
 * What the program must know of a command or rung beyond its numbers, by name: the file says which of its commands and
 * rungs have which. Nothing else knows a command or rung by its id.
 */
export const roleWords = {
  'word-waits': 'the word waits until the behavior is there, whatever the method says',
  marks: 'the marker that promises a reward: before anything else with a new dog',
  'by-eye': 'has to be seen: left out for a blind dog',
  rises: 'lying down and getting up: fewer at a time for a stiff dog, slower for a giant',
  'hard-on-joints': 'left out for a stiff dog',
  'sitting-stay': 'a stay that is sat: a stiff dog lies instead',
  'lying-stay': 'a stay that is lain',
  palm: 'a touch of the palm: only offered to a frightened dog',
  bed: 'going to the bed and staying there',
  'in-parts': 'a part of going to the bed, left out where the whole is shaped at once',
  walking: 'walking beside the handler',
  turns: 'a walk with turns in it',
  halt: 'a walk that ends in a halt',
  'looks-back': 'the dog looks back unasked: a deaf dog shows this before anything off leash',
  sprung: 'asked at a moment that the dog cannot foresee',
  'in-danger': 'what is asked for in danger',
  'hold-word': 'the rung on which a stay gets its word',
  sound: 'called by a sound, before any word',
  line: 'the first call on the long line: distances are passed on its ladder',
  'called-out': 'called out of a stay',
  front: 'ends in front of the handler',
  'runs-through': 'run past, now and then stopped for the front',
  'second-person': 'someone else calls or comes close: never with a frightened dog',
  'time-first': 'the time that must be mastered before distance, where the two do not grow together',
  'time-begun': 'the time that is enough where both grow together',
  sits: 'sitting, as it is shown at a handoff',
  lies: 'lying down, as it is shown at a handoff',
  comes: 'coming when called, as it is shown at a handoff',
  'far-down': 'lying down at a distance',
  'walks-round': 'a stay with the handler walking around the dog',
  'other-dog': 'another dog is there, on a leash with another handler; that dog does not raise the level',
  'under-legs': 'between the handler’s legs: never a giant, or a dog that is frightened of people',
  'to-side': 'coming around from the front to the handler’s side',
  releases: 'the release itself: its cue is the dog’s release word',
} as const

export type Role = keyof typeof roleWords

/**
 * Roles that came together. A file written before some came names none of them, and means those of the shipped file;
 * one that names any of them means what it names.
 */
const shownAtHandoff: ReadonlySet<Role> = new Set(['sits', 'lies', 'comes', 'far-down', 'walks-round'])
/**
 * Roles of commands that no earlier file can have meant: a command of a house that happens to bear such an id is its
 * own.
 */
export const namedOnly: ReadonlySet<Role> = new Set(['other-dog', 'under-legs', 'to-side', 'releases'])
export const roleGroups: readonly ((role: Role) => boolean)[] = [
  (role) => !shownAtHandoff.has(role) && !namedOnly.has(role),
  (role) => shownAtHandoff.has(role),
]
export const roleNames = Object.keys(roleWords).filter((r): r is Role => r in roleWords)

/** Whether this rung, or its command, has that role. */
export const is = (rung: { readonly as?: readonly Role[] }, role: Role): boolean => rung.as?.includes(role) === true

/** A file in which anything has a role. */
export interface WithRoles {
  readonly commands: readonly {
    readonly id: string
    readonly roles?: readonly Role[] | undefined
    readonly runs: readonly {
      readonly rungs: readonly { readonly id: string; readonly roles?: readonly Role[] | undefined }[]
    }[]
  }[]
}

/** The roles of every command and rung of a file that has any, by id. */
export const rolesOf = (file: WithRoles): ReadonlyMap<string, readonly Role[]> =>
  new Map(
    file.commands.flatMap((c) => [
      ...(c.roles ? [[c.id, c.roles] as const] : []),
      ...c.runs.flatMap((run) => run.rungs.flatMap((g) => (g.roles ? [[g.id, g.roles] as const] : []))),
    ]),
  )
