import { readFileSync } from 'node:fs'

/**
 * Milliseconds for which each core was given to another machine by the one that this one is a part of, so far, in steps
 * of ten; empty where the machine does not say.
 */
export function stolenSoFar() {
  try {
    const cores = readFileSync('/proc/stat', 'utf8').matchAll(/^cpu\d+ (.*)$/gm)
    return [...cores].map((m) => 10 * Number(m[1].split(' ')[7]))
  } catch {
    return []
  }
}

/** Seconds stolen since then, of the core that was given away for longest. */
export const stolenSince = (then, now = stolenSoFar()) => Math.max(0, ...now.map((core, i) => core - (then[i] ?? 0)))
