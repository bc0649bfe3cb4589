/** What the lines of a calendar say that have one of these names, unfolded and unescaped. */
export const saidInCalendar = (calendar: string, ...names: readonly string[]): readonly string[] =>
  calendar
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n')
    .flatMap((line) => new RegExp(`^(?:${names.join('|')})(?:;[^:]*)?:(.*)$`).exec(line)?.[1] ?? [])
    .map((text) => text.replace(/\\n/g, '\n').replace(/\\([,;\\])/g, '$1'))
