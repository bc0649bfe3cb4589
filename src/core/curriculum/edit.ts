import type { CurriculumFile, RungFile } from './schema'

/** A run of a file, by the command it is of. */
export interface RunPlace {
  readonly command: string
  readonly run: string
}

/** The file with the rungs of one run made again; as it was where it has no such run. */
export const withRungs = (
  file: CurriculumFile,
  { command, run }: RunPlace,
  to: (rungs: readonly RungFile[]) => readonly RungFile[],
): CurriculumFile => ({
  ...file,
  commands: file.commands.map((c) =>
    c.id === command ? { ...c, runs: c.runs.map((r) => (r.id === run ? { ...r, rungs: [...to(r.rungs)] } : r)) } : c,
  ),
})

/** Rungs taken out and put in again beside another one, in the order they had; as they were where that one is gone. */
export function moved(
  rungs: readonly RungFile[],
  ids: ReadonlySet<string>,
  target: string,
  after: boolean,
): readonly RungFile[] {
  const rest = rungs.filter((r) => !ids.has(r.id))
  const at = rest.findIndex((r) => r.id === target)
  if (at < 0) return rungs
  const cut = after ? at + 1 : at
  return [...rest.slice(0, cut), ...rungs.filter((r) => ids.has(r.id)), ...rest.slice(cut)]
}

/** One rung a place up or down; at the end it stays. */
export function stepped(rungs: readonly RungFile[], id: string, by: 1 | -1): readonly RungFile[] {
  const target = rungs[rungs.findIndex((r) => r.id === id) + by]
  return target ? moved(rungs, new Set([id]), target.id, by > 0) : rungs
}

/** A copy of a rung after it, under an id that none has yet, and needing nothing; with that id. */
export function copied(rungs: readonly RungFile[], rung: RungFile): readonly [readonly RungFile[], id: string] {
  let id = `${rung.id}-new`
  for (let n = 2; rungs.some((r) => r.id === id); n++) id = `${rung.id}-new-${n}`
  const copy = { ...rung, id, name: `${rung.name} (new)`, needs: [] }
  return [rungs.flatMap((r) => (r.id === rung.id ? [r, copy] : [r])), id]
}

/** The rungs without one, and which is looked at then; undefined for the only one, which stays. */
export function without(
  rungs: readonly RungFile[],
  id: string,
): readonly [readonly RungFile[], next: string] | undefined {
  const at = rungs.findIndex((r) => r.id === id)
  const next = rungs[at + 1] ?? rungs[at - 1]
  return at < 0 || !next ? undefined : [rungs.filter((r) => r.id !== id), next.id]
}

/** The rung that a fault is about, by its id; faults name it before a comma. */
export const rungOf = (where: string): string => where.split(',')[0] ?? ''

/** Where a rung stands; undefined where the file has none by that id. */
export const placeOf = (file: CurriculumFile, rung: string): RunPlace | undefined =>
  file.commands
    .flatMap((c) => c.runs.map((r) => ({ command: c.id, run: r.id, rungs: r.rungs })))
    .find((p) => p.rungs.some((g) => g.id === rung))
