import { z } from 'zod'
import houseFile from './house.json'
import { reworded } from './reworded'
import { roleGroups, rolesOf, type Role, type WithRoles } from './roles'
import { curriculumFile, mostRungs, type CurriculumFile } from './schema'
import type { Curriculum, Gate } from './types'
import { curriculumFaults, type CurriculumFault } from './validate'

/** A file larger than this is refused unread. */
export const mostBytes = 2_000_000
/** So many faults are listed; the rest are counted. */
const mostFaults = 100

export type ReadCurriculum =
  | { readonly ok: true; readonly curriculum: Curriculum }
  | { readonly ok: false; readonly faults: readonly CurriculumFault[] }

/** A curriculum from the text of a file, whole or not at all: with places and reasons when anything is wrong. */
export function readCurriculum(text: string): ReadCurriculum {
  if (text.length > mostBytes)
    return refuse([{ where: 'file', code: 'too-large', reason: `larger than ${mostBytes / 1e6} MB: no curriculum is` }])
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return refuse([
      { where: 'file', code: 'not-json', reason: `not JSON: ${error instanceof Error ? error.message : 'unreadable'}` },
    ])
  }
  return checkCurriculum(raw)
}

/** Checks a curriculum already parsed from JSON. */
export function checkCurriculum(raw: unknown): ReadCurriculum {
  const rungs = countRungs(raw)
  if (rungs > mostRungs)
    return refuse([
      { where: 'file', code: 'too-many-rungs', reason: `${rungs} rungs: more than ${mostRungs} cannot be taught` },
    ])
  const parsed = curriculumFile.safeParse(raw)
  if (!parsed.success)
    return refuse(
      parsed.error.issues.map((issue) => ({ where: placeOf(raw, issue.path), code: 'shape', reason: reasonOf(issue) })),
    )
  const curriculum = fromFile(parsed.data)
  const faults = curriculumFaults(curriculum)
  return faults.length > 0 ? refuse(faults) : { ok: true, curriculum }
}

/** The working curriculum: every rung knows its command, its ladder and its roles. Shipped texts are said as now. */
export function fromFile(read: CurriculumFile): Curriculum {
  const file = reworded(read)
  const roles = rolesMeant(file)
  const instead = standIns(file)
  return {
    id: file.id,
    version: file.version,
    name: file.name,
    ...(Object.keys(instead).length > 0 ? { instead } : {}),
    gates: file.gates ?? completedGates(file),
    commands: file.commands.map((c) => ({
      ...c,
      runs: c.runs.map((r) => ({
        ...r,
        rungs: r.rungs.map((g) => {
          const as = [...roles(g.id), ...roles(c.id)]
          return { ...g, command: c.id, run: r.id, ...(as.length > 0 ? { as } : {}) }
        }),
      })),
    })),
  }
}

/** What stands in the stead of rungs of earlier versions, by their ids. */
const standIns = (file: CurriculumFile): Readonly<Record<string, string>> =>
  Object.fromEntries(
    file.commands.flatMap((c) =>
      c.runs.flatMap((run) => run.rungs.flatMap((g) => (g.was ?? []).map((id) => [id, g.id] as const))),
    ),
  )

const shippedRoles = rolesOf(houseFile as WithRoles)

/**
 * The roles of a command or rung of this file. Of roles that came after it was written it names none: of these it means
 * those that the shipped file gives the same ids.
 */
function rolesMeant(file: CurriculumFile): (id: string) => readonly Role[] {
  const own = rolesOf(file)
  const named = [...own.values()].flat()
  const later = roleGroups.filter((group) => !named.some(group))
  return (id) => [
    ...(own.get(id) ?? []),
    ...(shippedRoles.get(id) ?? []).filter((role) => later.some((group) => group(role))),
  ]
}

/**
 * The gates of a file written before gates had a place of their own: what the rungs behind each ask for is what it asks
 * for.
 */
function completedGates(file: CurriculumFile): readonly Gate[] {
  const rungs = file.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs))
  const kinds = new Map(rungs.map((r) => [r.id, r.kind]))
  return [...new Set(rungs.flatMap((r) => r.gate ?? []))].flatMap((id): Gate[] => {
    const needs = [...new Set(rungs.flatMap((r) => (r.gate === id ? r.needs : [])))]
    const call = needs.find((n) => kinds.get(n) === 'recall')
    return needs.length === 0
      ? []
      : [
          {
            id,
            name: 'Off-leash requirement',
            words: 'Off leash only in a secure enclosure. In public places, local law decides.',
            needs,
            ...(call === undefined ? {} : { call }),
          },
        ]
  })
}

/** The file of a curriculum, ready for JSON.stringify. */
export const toFile = (curriculum: Curriculum): CurriculumFile => ({
  format: 'kibou-curriculum',
  formatVersion: 1,
  id: curriculum.id,
  version: curriculum.version,
  name: curriculum.name,
  gates: [...curriculum.gates],
  commands: curriculum.commands.map((c) => ({
    ...c,
    runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.map(({ command: _command, run: _run, as: _as, ...g }) => g) })),
  })),
})

const refuse = (faults: readonly CurriculumFault[]): ReadCurriculum => ({
  ok: false,
  faults:
    faults.length > mostFaults
      ? [
          ...faults.slice(0, mostFaults),
          { where: 'file', code: 'more', reason: `and ${faults.length - mostFaults} more` },
        ]
      : faults,
})

type Loose = Record<string, unknown> | readonly unknown[]
const at = (value: unknown, key: PropertyKey): unknown =>
  typeof value === 'object' && value !== null ? (value as Loose)[key as never] : undefined

function countRungs(raw: unknown): number {
  const list = (value: unknown, key: string): readonly unknown[] => {
    const found = at(value, key)
    return Array.isArray(found) ? found : []
  }
  return list(raw, 'commands').reduce<number>(
    (n, c) => n + list(c, 'runs').reduce<number>((m, r) => m + list(r, 'rungs').length, 0),
    0,
  )
}

/** The nearest thing with an id on the way, then the rest of the path: “sit.full, criterion.words”. */
function placeOf(raw: unknown, path: readonly PropertyKey[]): string {
  let value = raw
  let named = ''
  let rest: PropertyKey[] = []
  for (const key of path) {
    value = at(value, key)
    rest.push(key)
    const id = at(value, 'id')
    if (typeof id === 'string' && typeof key === 'number') {
      named = id.slice(0, 80)
      rest = []
    }
  }
  return [named, rest.map(String).join('.')].filter((s) => s !== '').join(', ') || 'file'
}

function reasonOf(issue: z.core.$ZodIssue): string {
  if (issue.code === 'unrecognized_keys')
    return (
      `unknown ${issue.keys.map((k) => `“${k.slice(0, 40)}”`).join(', ')}: times are in seconds, distances in ` +
      `metres`
    )
  if (issue.code === 'too_big' && issue.path.includes('criterion'))
    return `${issue.message}: times are in seconds, distances in metres`
  if (issue.code === 'invalid_type' && issue.path.at(-1) === 'criterion') return 'a rung needs its criterion'
  return issue.message
}

/**
 * What a draft must have so that it can be shown and mended: the right parts in the right places, whatever their
 * values.
 */
const draftShape = z.looseObject({
  commands: z.array(
    z.looseObject({
      id: z.string(),
      name: z.string(),
      runs: z.array(
        z.looseObject({
          id: z.string(),
          name: z.string(),
          rungs: z
            .array(
              z.looseObject({
                id: z.string(),
                name: z.string(),
                criterion: z.looseObject({ words: z.string(), help: z.string() }),
                rule: z.looseObject({ kind: z.enum(['row', 'window']) }),
                needs: z.array(z.string()),
                ways: z.array(z.string()),
                say: z.string(),
                dontSay: z.string(),
                payWhere: z.string(),
              }),
            )
            .max(mostRungs),
        }),
      ),
    }),
  ),
})

/** A draft to go on with, faults and all; undefined when it is not even shaped like one. */
export function readDraftText(text: string): CurriculumFile | undefined {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return undefined
  }
  // Values may still be wrong: the editor shows each fault, and only a file without any is published.
  return draftShape.safeParse(raw).success ? reworded(raw as CurriculumFile) : undefined
}
