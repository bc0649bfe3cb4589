import { z } from 'zod'
import { houseVersionFour } from '@/core/curriculum/earlier'
import { houseCurriculum } from '@/core/curriculum/house'
import { readCurriculum, toFile } from '@/core/curriculum/read'
import type { Curriculum } from '@/core/curriculum/types'
import type { Database } from 'better-sqlite3'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

type Db = Database

export interface CurriculumName {
  readonly id: string
  readonly version: number
}

/** Keeps the curriculum that ships with this program and the one that shipped before, once. */
export function keepShipped(db: Db): void {
  const four = { id: houseCurriculum.id, version: 4 }
  if (!has(db, four)) insertCurriculum(db, houseVersionFour(), 0, null)
  insertCurriculum(db, houseCurriculum, 0, null)
}

const has = (db: Db, { id, version }: CurriculumName): boolean =>
  db.prepare('SELECT 1 FROM curriculum WHERE id = ? AND version = ?').get(id, version) !== undefined

/** Keeps a version as published; a version that is there already stays as it is. */
export function insertCurriculum(db: Db, curriculum: Curriculum, madeAt: EpochMs, madeBy: string | null): void {
  db.prepare(
    `INSERT INTO curriculum (id, version, text, made_at, made_by)
      VALUES (?, ?, ?, ?, ?)
      ON CONFLICT (id, version) DO NOTHING`,
  ).run(curriculum.id, curriculum.version, JSON.stringify(toFile(curriculum)), madeAt, madeBy)
}

const known = new WeakMap<Db, Map<string, Curriculum>>()

const findCurriculumRow = z.object({ text: z.string() }).optional()

/** One version, read and checked once a process; undefined when it is not kept here. Versions never change. */
export function findCurriculum(db: Db, name: CurriculumName): Curriculum | undefined {
  if (name.id === houseCurriculum.id && name.version === houseCurriculum.version) return houseCurriculum
  const cache = known.get(db) ?? new Map<string, Curriculum>()
  known.set(db, cache)
  const key = `${name.id}/${name.version}`
  const had = cache.get(key)
  if (had) return had
  const row = findCurriculumRow.parse(
    db.prepare('SELECT text FROM curriculum WHERE id = ? AND version = ?').get(name.id, name.version),
  )
  const read = row && readCurriculum(row.text)
  if (!read?.ok) return undefined
  cache.set(key, read.curriculum)
  return read.curriculum
}

const listed = z
  .object({
    id: z.string(),
    version: z.number(),
    made_at: z.number(),
    by: z.string().nullable(),
    residents: z.number(),
  })
  .transform((r) => ({ id: r.id, version: r.version, madeAt: r.made_at, madeBy: r.by, residents: r.residents }))
export type CurriculumVersion = z.infer<typeof listed>

/** Every version kept here, newest first, with how many residencies began on it. */
export const listCurricula = (db: Db): readonly CurriculumVersion[] =>
  db
    .prepare(
      `SELECT c.id, c.version, c.made_at, p.name AS by, (SELECT count(*)
        FROM residency r
        WHERE r.curriculum_id = c.id AND r.curriculum_version = c.version) AS residents
       FROM curriculum c LEFT JOIN person p ON p.id = c.made_by ORDER BY c.made_at DESC, c.version DESC`,
    )
    .all()
    .map((r) => listed.parse(r))

const newestCurriculumRow = z.object({ id: z.string(), version: z.number() }).optional()

/** The version new residencies begin on: the one published last. */
export function newestCurriculum(db: Db): Curriculum {
  const row = newestCurriculumRow.parse(
    db.prepare('SELECT id, version FROM curriculum ORDER BY made_at DESC, version DESC LIMIT 1').get(),
  )
  return (row && findCurriculum(db, row)) ?? houseCurriculum
}

const draftRow = z
  .object({ based_on: z.string(), text: z.string(), revision: z.number(), changed_at: z.number() })
  .transform((r) => ({ basedOn: r.based_on, text: r.text, revision: r.revision, changedAt: r.changed_at }))
export type CurriculumDraft = z.infer<typeof draftRow>

const draftRowIfAny = draftRow.optional()

const draftThat = (db: Db, discarded: 0 | 1): CurriculumDraft | undefined =>
  draftRowIfAny.parse(
    db.prepare('SELECT based_on, text, revision, changed_at FROM curriculum_draft WHERE discarded = ?').get(discarded),
  )

export const readDraft = (db: Db): CurriculumDraft | undefined => draftThat(db, 0)

/** The draft that was discarded last, as long as no other was begun. */
export const discardedDraft = (db: Db): CurriculumDraft | undefined => draftThat(db, 1)

/** Puts the draft aside, or takes it back. */
export function setDiscarded(db: Db, discarded: boolean): void {
  db.prepare('UPDATE curriculum_draft SET discarded = ? WHERE id = 1').run(Number(discarded))
}

export function writeDraft(db: Db, draft: CurriculumDraft): void {
  db.prepare(
    `INSERT INTO curriculum_draft (id, based_on, text, revision, changed_at)
      VALUES (1, @basedOn, @text, @revision, @changedAt)
     ON CONFLICT (id) DO UPDATE
     SET based_on = excluded.based_on, text = excluded.text, revision = excluded.revision, changed_at =
       excluded.changed_at, discarded = 0`,
  ).run(draft)
}

export function dropDraft(db: Db): void {
  db.prepare('DELETE FROM curriculum_draft WHERE id = 1').run()
}

const moveRow = z.object({ curriculum_id: z.string(), curriculum_version: z.number(), at: z.number() })

/** The versions this residency was moved to, in order of time. */
export const readMoves = (db: Db, residencyId: ResidencyId): readonly (CurriculumName & { readonly at: EpochMs })[] =>
  db
    .prepare('SELECT curriculum_id, curriculum_version, at FROM curriculum_move WHERE residency_id = ? ORDER BY at, id')
    .all(residencyId)
    .map((raw) => {
      const r = moveRow.parse(raw)
      return { id: r.curriculum_id, version: r.curriculum_version, at: r.at }
    })

export function insertMove(
  db: Db,
  id: string,
  residencyId: ResidencyId,
  to: CurriculumName,
  at: EpochMs,
  recordedBy: PersonId,
): void {
  db.prepare(
    `INSERT INTO curriculum_move (id, residency_id, curriculum_id, curriculum_version, at, recorded_by)
      VALUES (?, ?, ?, ?, ?, ?)`,
  ).run(id, residencyId, to.id, to.version, at, recordedBy)
}
