import pairs from './reworded.json'
import type { Curriculum } from './types'

/**
 * Texts that shipped with an earlier version, and their wording now. A curriculum of any version is read in the wording
 * of now where it has a shipped text; a text that a house wrote stays as it is.
 */
const wordingNow = new Map(Object.entries(pairs))

/** Fields of a file that are read by people, and by nothing else. */
const textFields: ReadonlySet<string> = new Set([
  'name',
  'words',
  'say',
  'dontSay',
  'payWhere',
  'ways',
  'purpose',
  'caution',
  'signal',
])

function inFields(value: unknown, change: (text: string) => string | undefined, isText: boolean): unknown {
  if (typeof value === 'string') return isText ? change(value) : value
  if (Array.isArray(value)) return value.map((v) => inFields(v, change, isText))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, v]: [string, unknown]) => [key, inFields(v, change, textFields.has(key))]),
  )
}

/** The file with every shipped text in its wording of now. */
export const reworded = <File>(file: File): File =>
  inFields(file, (text) => wordingNow.get(text) ?? text, false) as File

const rules = new WeakMap<Curriculum, string>()

/** Everything of a curriculum but its version and its texts, as one string. */
function rulesOf(curriculum: Curriculum): string {
  const known = rules.get(curriculum)
  if (known !== undefined) return known
  const { version: _version, ...rest } = curriculum
  const made = JSON.stringify(inFields(rest, () => undefined, false))
  rules.set(curriculum, made)
  return made
}

/** Whether two versions ask for the same and differ in nothing but their texts. */
export const differInWordsOnly = (one: Curriculum, other: Curriculum): boolean =>
  one === other || (one.id === other.id && rulesOf(one) === rulesOf(other))

/** A text that a house wrote, and where it stands. */
export interface OwnText {
  /** Names of the command and, where it is a rung's, of the rung. */
  readonly where: string
  readonly text: string
}

const textsOf = (value: unknown): readonly string[] => {
  const found: string[] = []
  inFields(
    value,
    (text) => {
      found.push(text)
      return text
    },
    false,
  )
  return found
}

/** Every text of a curriculum that is not a shipped one, in order: for a house to read again beside the new wording. */
export function ownTexts(curriculum: Curriculum, shipped: readonly Curriculum[]): readonly OwnText[] {
  const known = new Set(['', ...shipped.flatMap(textsOf)])
  const ownIn = (where: string, part: object): readonly OwnText[] =>
    textsOf(part).flatMap((text) => (known.has(text) ? [] : [{ where, text }]))
  return [
    ...curriculum.gates.flatMap((gate) => ownIn(gate.name, gate)),
    ...curriculum.commands.flatMap(({ runs, ...command }) => [
      ...ownIn(command.name, command),
      ...runs.flatMap(({ rungs, ...ladder }) => [
        ...ownIn(command.name, ladder),
        ...rungs.flatMap((rung) => ownIn(`${command.name}, ${rung.name}`, rung)),
      ]),
    ]),
  ]
}
