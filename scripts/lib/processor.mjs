import { readFileSync } from 'node:fs'

/** Ticks of the clock in a second, as Linux counts the time of a process; the same on every machine that we know. */
const ticksPerSecond = 100

/**
 * Seconds of processor, user and system, of all programs that this one started and that have ended; undefined where
 * the system does not say. Two readings around a step say what the step cost, however busy the machine is.
 */
export function secondsOfChildren() {
  try {
    // proc(5): cutime and cstime, the 16th and 17th field; the name before them may have blanks and ends with “)”.
    const fields = readFileSync('/proc/self/stat', 'utf8').replace(/^.*\)/s, '').trim().split(' ')
    return (Number(fields[13]) + Number(fields[14])) / ticksPerSecond
  } catch {
    return undefined
  }
}

/**
 * What a step cost since an earlier reading, for a line of output; empty where the system does not say.
 *
 * @param {number | undefined} before
 */
export function costText(before) {
  const now = secondsOfChildren()
  return before === undefined || now === undefined ? '' : `, ${(now - before).toFixed(0)} s of processor`
}
