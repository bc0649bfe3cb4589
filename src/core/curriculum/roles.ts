/**
 * What the program must know of a command or rung beyond its numbers, by name: the file says which of its commands and
 * rungs have which. Nothing else knows a command or rung by its id.
 */
export const roleWords = {
  'word-waits': 'its word waits whatever the school, until the behaviour is there',
  marks: 'the mark that promises pay: before anything else with a new dog',
  'by-eye': 'has to be seen: left out for a blind dog',
  rises: 'lying down and getting up: fewer at a time for a stiff dog, slower for a giant',
  'hard-on-joints': 'left out for a stiff dog',
  'sitting-stay': 'a stay that is sat: a stiff dog lies instead',
  'lying-stay': 'a stay that is lain',
  palm: 'a touch of the palm: a frightened dog is only offered it',
  bed: 'going to its place and staying there',
  'in-parts': 'a part of going to its place, left out where the whole is shaped at once',
  walking: 'walking beside the handler',
  turns: 'a walk with turns in it',
  halt: 'a walk that ends in a halt',
  'looks-back': 'it looks back by itself: a deaf dog shows it before anything off leash',
  sprung: 'sprung on the dog at a moment that nobody knows',
  'in-danger': 'what is asked for in danger',
  'hold-word': 'the word put to a hold',
  sound: 'called by a sound, before any word',
  line: 'the first call on the long line: distances are passed on its run',
  'called-out': 'called out of a stay',
  front: 'ends in front of the handler',
  'runs-through': 'run past, now and then stopped for the front',
  'second-person': 'somebody else calls: never a frightened dog',
  'time-first': 'the time that must be held before distance, where both do not grow together',
  'time-begun': 'the time that is enough where both grow together',
  sits: 'sitting, as it is shown at a handoff',
  lies: 'lying down, as it is shown at a handoff',
  comes: 'coming when called, as it is shown at a handoff',
  'far-down': 'lying down at a distance',
  'walks-round': 'a stay round which the handler walks',
  'other-dog': 'another dog is there, on a leash in other hands: what that dog is does not raise the level',
  'under-legs': 'between the legs of the handler: never a giant, nor a dog that is frightened of people',
  'to-side': 'coming round from the front to the handler’s side',
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
