import * as z from 'zod/mini'

/** What a key of a remote or a foot switch can do. */
export const remoteActions = ['go', 'helped', 'late', 'miss', 'undo'] as const
export type RemoteAction = (typeof remoteActions)[number]

const keys = z.array(z.string().check(z.minLength(1), z.maxLength(32))).check(z.maxLength(4))
const prefs = z.object({
  thumb: z.catch(z.enum(['right', 'left']), 'right'),
  sounds: z.catch(z.boolean(), false),
  ticks: z.catch(z.boolean(), false),
  payTones: z.catch(z.boolean(), true),
  buzzes: z.catch(z.boolean(), true),
  remote: z.catch(z.object({ go: keys, helped: keys, late: keys, miss: keys, undo: keys }), {
    go: ['PageDown'],
    helped: ['.'],
    late: [],
    miss: ['PageUp'],
    undo: ['Escape'],
  }),
})
/** How this device is held and heard. */
export type Prefs = z.output<typeof prefs>

/**
 * What clip-on presentation remotes commonly send: page down for on, page up for back, a full stop for a blank screen.
 * Common practice.
 */
export const usualPrefs: Prefs = prefs.parse({})

const place = 'kibou-hands'

/** The device’s own settings; the usual ones where nothing was kept, or where something odd was. */
export function readPrefs(): Prefs {
  try {
    return prefs.parse(JSON.parse(localStorage.getItem(place) ?? '{}'))
  } catch {
    return usualPrefs
  }
}

/** Keeps them; a device that keeps nothing goes on with them until the page is closed. */
export function writePrefs(next: Prefs): void {
  try {
    localStorage.setItem(place, JSON.stringify(next))
  } catch {
    return
  }
}

/** What this key does by these settings; a key has one meaning, the first. */
export const actionOf = (p: Prefs, key: string): RemoteAction | undefined =>
  remoteActions.find((a) => p.remote[a].includes(key))

/** The settings with this key meaning this action and nothing else. */
export const withKey = (p: Prefs, action: RemoteAction, key: string): Prefs => ({
  ...p,
  remote: Object.fromEntries(
    remoteActions.map((a) => [
      a,
      a === action ? [key, ...p.remote[a].filter((k) => k !== key)].slice(0, 2) : p.remote[a].filter((k) => k !== key),
    ]),
  ) as Prefs['remote'],
})
