/** Who works in a kennel, from the least to the most trusted. */
export const roles = ['hand', 'trainer', 'lead'] as const
export type Role = (typeof roles)[number]

/** Whether somebody of this role may do what needs at least the other. */
export const mayAct = (role: Role, least: Role): boolean => roles.indexOf(role) >= roles.indexOf(least)

/** What a role is called on screens. */
export const roleNames: Readonly<Record<Role, string>> = {
  hand: 'kennel assistant',
  trainer: 'trainer',
  lead: 'lead trainer',
}

/** What each role does beyond the one below it, for the page that gives roles. */
export const roleWords: Readonly<Record<Role, string>> = {
  hand: 'sees every dog, records sets and notes',
  trainer: 'books dogs, corrects sets, books handoffs',
  lead: 'manages people, training method and curriculum',
}
