/** One line for the person at the terminal. */
export const say = (text) => process.stdout.write(`kibou: ${text}\n`)

/** Stops with one clear sentence and exit code 1. */
export function refuse(text) {
  process.stderr.write(`kibou: ${text}\n`)
  process.exit(1)
}
