import { listed, number, text, withValue, type EditField } from './editFields'
import type { CurriculumFile } from './schema'

type CommandFile = CurriculumFile['commands'][number]

/** Usual for a command that is given a number to reach and no days: a month. */
const usualDays = 30

const idOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'method'

type Method = CommandFile['roads'][number]

/**
 * Other methods as they are typed: a name, a colon, its words. What follows a semicolon without a colon belongs to the
 * words before. One that keeps its name keeps its id, by which what was tried is known.
 */
function methodsFrom(typed: readonly string[], had: readonly Method[]): readonly Method[] {
  const methods: Method[] = []
  for (const part of typed) {
    const colon = part.indexOf(':')
    const last = methods.at(-1)
    if (colon < 0 && last) methods[methods.length - 1] = { ...last, words: `${last.words}; ${part}` }
    else {
      const name = (colon < 0 ? part : part.slice(0, colon)).trim()
      const id = had.find((m) => m.name === name)?.id ?? idOf(name)
      if (name !== '') methods.push({ id, name, words: colon < 0 ? '' : part.slice(colon + 1).trim() })
    }
  }
  return methods
}

/** What holds for a command as a whole, in the order of the form. */
export function commandFields(command: CommandFile): readonly EditField<CommandFile>[] {
  const put = <Key extends keyof CommandFile>(key: Key, value: CommandFile[Key] | undefined) =>
    withValue(command, key, value)
  const wide = { wide: true } as const
  const { quota } = command
  return [
    text('Command’s name', command.name, (name) => put('name', name)),
    text('House cue (empty: no word)', command.defaultCue, (cue) => put('defaultCue', cue)),
    text('What it is for', command.purpose, (purpose) => put('purpose', purpose), wide),
    text('Hand signal', command.signal, (signal) => put('signal', signal), wide),
    text('Caution', command.caution, (caution) => put('caution', caution), wide),
    {
      kind: 'tick',
      label: 'Switched off until it is promised',
      value: command.extra === true,
      put: (extra) => put('extra', extra || undefined),
    },
    number('A number to reach (empty: none)', quota?.reps, (reps) =>
      put('quota', reps === undefined ? undefined : { reps, days: quota?.days ?? usualDays }),
    ),
    ...(quota
      ? [
          {
            kind: 'number' as const,
            label: 'In so many days',
            value: quota.days,
            put: (days: number) => put('quota', { ...quota, days }),
          },
        ]
      : []),
    listed('Fault codes, separated by commas', ',', command.faults, (faults) => put('faults', [...faults])),
    listed(
      'Other methods when stuck, as name: words; name: words',
      ';',
      command.roads.map((r) => `${r.name}: ${r.words}`),
      (typed) => put('roads', [...methodsFrom(typed, command.roads)]),
    ),
  ]
}
