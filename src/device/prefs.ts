import type { z } from 'zod'
import type { prefsShape } from './shapes'

/** What a key of a remote or a foot switch can do. */
export const remoteActions = ['go', 'helped', 'late', 'miss', 'undo'] as const
export type RemoteAction = (typeof remoteActions)[number]

/** How this device is held and heard. */
export type Prefs = z.output<typeof prefsShape>

/**
 * What clip-on presentation remotes commonly send: page down for on, page up for back, a full stop for a blank screen.
 * Common practice.
 */
export const usualPrefs: Prefs = {
  thumb: 'right',
  sounds: false,
  ticks: false,
  payTones: true,
  buzzes: true,
  remote: { go: ['PageDown'], helped: ['.'], late: [], miss: ['PageUp'], undo: ['Escape'] },
}

export const prefsPlace = 'kibou-hands'

/** Keeps them; a device that keeps nothing goes on with them until the page is closed. */
export function writePrefs(next: Prefs): void {
  try {
    localStorage.setItem(prefsPlace, JSON.stringify(next))
  } catch {
    return
  }
}

/** What this key does by these settings; a key has one meaning, the first. */
export const actionOf = (p: Prefs, key: string): RemoteAction | undefined =>
  remoteActions.find((a) => p.remote[a].includes(key))

/** The settings with this key meaning this action and nothing else. */
export function withKey(p: Prefs, action: RemoteAction, key: string): Prefs {
  const keysOf = (a: RemoteAction): string[] => {
    const others = p.remote[a].filter((k) => k !== key)
    return a === action ? [key, ...others].slice(0, 2) : others
  }
  return {
    ...p,
    remote: {
      go: keysOf('go'),
      helped: keysOf('helped'),
      late: keysOf('late'),
      miss: keysOf('miss'),
      undo: keysOf('undo'),
    },
  }
}
