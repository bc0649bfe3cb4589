import { z } from 'zod'
import { grips, type Grip } from '@/core/curriculum/grip'
import { placeKinds } from '@/core/curriculum/types'
import { kcalOfPiece } from '@/core/food/measure'
import { keptHouse, plainHouse, type House } from '@/core/house/house'
import type { Db } from './database'
import { readKennel, updateKennel } from './kennel'
import type { FeedId, PersonId, PlaceId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const settingsRow = z.object({ settings: z.string() })

/** What the house last said of itself; the plain house where it never did. */
export const readHouse = (db: Db): House =>
  saidOver(db, db.prepare('SELECT settings FROM house_setting ORDER BY at DESC, id DESC LIMIT 1').get())

/** What the house said of itself at a moment; the plain house before it ever did. */
export const houseAt = (db: Db, at: EpochMs): House =>
  saidOver(db, db.prepare('SELECT settings FROM house_setting WHERE at <= ? ORDER BY at DESC, id DESC LIMIT 1').get(at))

const keptRowIfAny = settingsRow.optional()

/** Houses by the very words they were read from: every page asks several times, and a house says something rarely. */
const houses = new Map<string, House>()
const mostHouses = 16

/** What was said, over the plain house; name and time zone lie with the kennel. */
function saidOver(db: Db, found: unknown): House {
  const { name, timeZone } = readKennel(db)
  const row = keptRowIfAny.parse(found)
  const words = JSON.stringify([name, timeZone, row?.settings])
  const known = houses.get(words)
  if (known) return known
  const house = row ? keptHouse(name, timeZone).parse(JSON.parse(row.settings)) : plainHouse(name, timeZone)
  if (houses.size >= mostHouses) houses.clear()
  houses.set(words, house)
  return house
}

export function appendHouse(db: Db, id: string, house: House, recordedBy: PersonId, at: EpochMs): void {
  db.prepare('INSERT INTO house_setting (id, settings, at, recorded_by) VALUES (?, ?, ?, ?)').run(
    id,
    JSON.stringify(house),
    at,
    recordedBy,
  )
  updateKennel(db, { ...readKennel(db), name: house.name, timeZone: house.timeZone })
}

const space = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(placeKinds),
  indoors: z.number(),
  holds: z.number(),
  surface: z.string(),
  grip: z.enum(grips).nullable(),
})
export type SpaceRow = Omit<z.infer<typeof space>, 'indoors' | 'grip'> & {
  readonly indoors: boolean
  /** Undefined where nobody has said it. */
  readonly grip?: Grip | undefined
}

/** Spaces in use, in the house's order. */
export const readSpaces = (db: Db): readonly SpaceRow[] =>
  db
    .prepare('SELECT id, name, kind, indoors, holds, surface, grip FROM place WHERE closed = 0 ORDER BY sort')
    .all()
    .map((raw) => {
      const r = space.parse(raw)
      return { ...r, indoors: r.indoors === 1, grip: r.grip ?? undefined }
    })

/** Keeps what somebody said of the floor of a place; false for no such place. */
export const writeGrip = (db: Db, placeId: PlaceId, grip: Grip): boolean =>
  db.prepare('UPDATE place SET grip = ? WHERE id = ?').run(grip, placeId).changes > 0

/**
 * Makes these the spaces in use, in this order; all others are closed and keep what was worked there. A closed one of
 * the same name opens again. Returns those of which it is said otherwise what kind of place they are.
 */
export function writeSpaces(db: Db, spaces: readonly SpaceRow[]): readonly string[] {
  const idRow = z.object({ id: z.string() }).optional()
  const byId = db.prepare('SELECT id FROM place WHERE id = ?')
  const byName = db.prepare('SELECT id FROM place WHERE name = ?')
  const wanted = new Set(spaces.map((s) => s.id))
  db.prepare('UPDATE place SET closed = 1').run()
  const rows = spaces.map((s, i) => {
    const named = idRow.parse(byName.get(s.name))?.id
    const known = idRow.parse(byId.get(s.id))?.id ?? (named !== undefined && !wanted.has(named) ? named : undefined)
    return {
      ...s,
      id: known ?? s.id,
      known: known !== undefined,
      indoors: Number(s.indoors),
      grip: s.grip ?? null,
      sort: i + 1,
    }
  })
  // Names are unique: all that change step aside first, so that two spaces may change names; so does a closed one whose
  // name is wanted.
  const rename = db.prepare('UPDATE place SET name = ? WHERE id = ?')
  rows.forEach((r) => {
    if (r.known) rename.run(`\u0001${r.sort}`, r.id)
  })
  for (const r of rows) {
    const other = idRow.parse(byName.get(r.name))?.id
    if (other !== undefined) rename.run(`${r.name.slice(0, 40)} ~${other.slice(-12)}`, other)
  }
  const kindBefore = db.prepare('SELECT kind FROM place WHERE id = ?').pluck()
  const otherKind = rows.filter((r) => r.known && kindBefore.get(r.id) !== r.kind).map((r) => r.id)
  const update = db.prepare(
    `UPDATE place
      SET name = @name, kind = @kind, indoors = @indoors, holds = @holds, surface = @surface, grip = @grip,
        sort = @sort, closed = 0
      WHERE id = @id`,
  )
  const insert = db.prepare(
    `INSERT INTO place (id, name, kind, indoors, holds, surface, grip, sort, closed)
      VALUES (@id, @name, @kind, @indoors, @holds, @surface, @grip, @sort, 0)`,
  )
  for (const { known, ...row } of rows) (known ? update : insert).run(row)
  return otherKind
}

const feed = z.object({
  id: z.string(),
  name: z.string(),
  kcal_per_100g: z.number(),
  kcal_per_piece: z.number().nullable(),
  ten_pieces_g: z.number().nullable(),
  cup_g: z.number().nullable(),
  tier: z.number(),
  contains: z.string(),
  dropped: z.number(),
})
/** A feed as it is said. */
export interface Feed {
  readonly id: string
  readonly name: string
  readonly kcalPer100g: number
  readonly kcalPerPiece: number | null
  readonly tenPiecesGrams?: number | null
  /** Grams of a level cup; null where nobody weighed one. */
  readonly cupGrams?: number | null
  /** How much a dog likes it: 3 most. */
  readonly tier: number
  readonly contains: string
}
/** A feed with what follows from it: kcal of a piece as entered, or from the weight of ten; null for neither. */
export interface FeedRow extends Feed {
  /** As it was typed; null where it follows from ten pieces weighed. */
  readonly kcalPerPieceSaid: number | null
  readonly tenPiecesGrams: number | null
  readonly cupGrams: number | null
}

const feedRow = (raw: unknown): FeedRow => {
  const r = feed.parse(raw)
  return {
    id: r.id,
    name: r.name,
    kcalPer100g: r.kcal_per_100g,
    kcalPerPiece: r.kcal_per_piece ?? (r.ten_pieces_g === null ? null : kcalOfPiece(r.kcal_per_100g, r.ten_pieces_g)),
    kcalPerPieceSaid: r.kcal_per_piece,
    tenPiecesGrams: r.ten_pieces_g,
    cupGrams: r.cup_g,
    tier: r.tier,
    contains: r.contains,
  }
}

/** Feeds in use, the plainest first. */
export const readFeeds = (db: Db): readonly FeedRow[] =>
  db.prepare('SELECT * FROM feed WHERE dropped = 0 ORDER BY tier, name').all().map(feedRow)

/** Every feed there ever was, by id. */
export const allFeeds = (db: Db): ReadonlyMap<string, FeedRow> =>
  new Map(
    db
      .prepare('SELECT * FROM feed')
      .all()
      .map(feedRow)
      .map((f) => [f.id, f]),
  )

/** Makes these the feeds in use; others are no longer fed. */
export function writeFeeds(db: Db, feeds: readonly Feed[]): void {
  db.prepare('UPDATE feed SET dropped = 1').run()
  const put = db.prepare(
    `INSERT INTO feed (id, name, kcal_per_100g, kcal_per_piece, ten_pieces_g, cup_g, tier, contains, dropped)
      VALUES (@id, @name, @kcalPer100g, @kcalPerPiece, @tenPiecesGrams, @cupGrams, @tier, @contains, 0)
     ON CONFLICT (id) DO UPDATE
     SET name = excluded.name, kcal_per_100g = excluded.kcal_per_100g, kcal_per_piece = excluded.kcal_per_piece,
       ten_pieces_g = excluded.ten_pieces_g, cup_g = excluded.cup_g,
       tier = excluded.tier, contains = excluded.contains, dropped = 0`,
  )
  for (const f of feeds) put.run({ ...f, tenPiecesGrams: f.tenPiecesGrams ?? null, cupGrams: f.cupGrams ?? null })
}

/** What ten pieces of a feed weigh. */
export function writeTenPieces(db: Db, feedId: FeedId, grams: number): void {
  db.prepare('UPDATE feed SET ten_pieces_g = ? WHERE id = ?').run(grams, feedId)
}

const off = z.object({
  id: z.string(),
  person_id: z.string(),
  from_day: z.string(),
  to_day: z.string(),
  why: z.string(),
})
export interface DayOffRow {
  readonly id: string
  readonly personId: PersonId
  readonly from: string
  readonly to: string
  readonly why: string
}

/** Days off that are not over on this day. */
export const readDaysOff = (db: Db, today: string): readonly DayOffRow[] =>
  db
    .prepare('SELECT id, person_id, from_day, to_day, why FROM day_off WHERE to_day >= ? ORDER BY from_day, id')
    .all(today)
    .map((raw) => {
      const r = off.parse(raw)
      return { id: r.id, personId: r.person_id, from: r.from_day, to: r.to_day, why: r.why }
    })

/** Makes these the days off from this day on; past ones stay as they were. */
export function writeDaysOff(db: Db, today: string, rows: readonly DayOffRow[]): void {
  db.prepare('DELETE FROM day_off WHERE to_day >= ?').run(today)
  const put = db.prepare(
    `INSERT INTO day_off (id, person_id, from_day, to_day, why)
      VALUES (@id, @personId, @from, @to, @why)
      ON CONFLICT (id) DO NOTHING`,
  )
  for (const r of rows) put.run(r)
}
