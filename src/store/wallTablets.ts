import { z } from 'zod'
import type { Db } from './database'
import type { EpochMs } from '@/core/epochMs'

const shownRow = z.object({ shows: z.number() }).optional()

/** Whether this device goes on showing the wall once it is locked. */
export const isWallTablet = (db: Db, device: string): boolean =>
  shownRow.parse(
    db.prepare('SELECT shows FROM wall_tablet WHERE device = ? ORDER BY at DESC, id DESC LIMIT 1').get(device),
  )?.shows === 1

const tabletRows = z.array(z.object({ device: z.string(), shows: z.number(), at: z.number(), by: z.string() }))

/** A device that shows the wall while it is locked; since when, ms, and who said so. */
export interface WallTablet {
  readonly device: string
  readonly at: EpochMs
  readonly by: string
}

/** Every device that shows the wall while it is locked, the newest first. */
export const readWallTablets = (db: Db): readonly WallTablet[] =>
  tabletRows
    .parse(
      db
        .prepare(
          `SELECT t.device, t.shows, t.at, p.name AS by
            FROM wall_tablet t
            JOIN person p ON p.id = t.by
            WHERE t.id = (
              SELECT n.id FROM wall_tablet n WHERE n.device = t.device ORDER BY n.at DESC, n.id DESC LIMIT 1
            )
            ORDER BY t.at DESC`,
        )
        .all(),
    )
    .flatMap(({ device, shows, at, by }) => (shows === 1 ? [{ device, at, by }] : []))

/** Keeps whether a device shows the wall while it is locked. */
export function insertWallTablet(
  db: Db,
  tablet: {
    readonly id: string
    readonly device: string
    /** Whether it shows the wall while it is locked. */
    readonly shows: boolean
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare('INSERT INTO wall_tablet (id, device, shows, at, by) VALUES (@id, @device, @shows, @at, @by)').run({
    ...tablet,
    shows: tablet.shows ? 1 : 0,
  })
}
