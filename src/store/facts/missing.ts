import { z } from 'zod'
import { spareFrom } from '@/core/facts/words'
import type { Db } from '../database'
import type { EpochMs } from '@/core/epochMs'

/** Numbers from and to, both missing. */
export type Range = readonly [from: number, to: number]

/** Design choice: so many of a device’s newest numbers are looked through, and so many gaps are said. */
const [looked, said] = [20_000, 50]

const ranges = z.array(z.object({ from: z.number(), to: z.number() }))

/**
 * Numbers of a device up to this one under which nothing was taken or refused: what it once knew to be here is lost, as
 * when side files of the database were thrown away or the kennel went back to a backup.
 */
export const missingOf = (db: Db, device: string, last: number): readonly Range[] => {
  if (last >= spareFrom) return []
  return ranges
    .parse(
      db
        .prepare(
          `SELECT was + 1 AS "from", seq - 1 AS "to"
            FROM (SELECT seq, lag(seq, 1, @first - 1) OVER (ORDER BY seq) AS was
              FROM (SELECT seq FROM fact WHERE device = @device AND seq BETWEEN @first AND @last
                UNION SELECT seq FROM refused_fact WHERE device = @device AND seq BETWEEN @first AND @last
                UNION SELECT @last + 1))
            WHERE seq > was + 1 LIMIT @said`,
        )
        .all({ device, first: Math.max(0, last - looked), last, said }),
    )
    .map((r) => [r.from, r.to])
}

/** Keeps why a number was refused; the first reason stays. */
export function keepRefused(db: Db, device: string, seq: number, reason: string, at: EpochMs): void {
  db.prepare('INSERT INTO refused_fact (device, seq, reason, at) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING').run(
    device,
    seq,
    reason,
    at,
  )
}

const gapRows = z.array(z.object({ n: z.number(), at: z.number() }))

/** What of each device never came between facts that did, since a moment: how many, and when the next one came. */
export const gapsSince = (
  db: Db,
  since: EpochMs,
  until: number,
): readonly { readonly n: number; readonly at: EpochMs }[] =>
  gapRows.parse(
    db
      .prepare(
        `SELECT sum(seq - was - 1) AS n, max(at) AS at
          FROM (SELECT device, seq, at, lag(seq) OVER (PARTITION BY device ORDER BY seq) AS was
            FROM (SELECT device, seq, received_at AS at FROM fact UNION ALL SELECT device, seq, at FROM refused_fact)
            WHERE seq < ${spareFrom})
          WHERE seq > was + 1 AND at BETWEEN @since AND @until GROUP BY device ORDER BY at DESC`,
      )
      .all({ since, until }),
  )

const orphanRow = z.object({ n: z.number(), sets: z.number() })

/** Reps since a moment whose set never came, and of how many sets they are: they count nowhere. */
export const orphansSince = (db: Db, since: EpochMs, until: number): z.infer<typeof orphanRow> =>
  orphanRow.parse(
    db
      .prepare(
        `SELECT count(*) AS n, count(DISTINCT r.set_id) AS sets
          FROM fact f JOIN rep r ON r.id = f.id
          WHERE f.kind = 'rep' AND f.received_at BETWEEN ? AND ?
            AND NOT EXISTS (SELECT 1 FROM training_set s WHERE s.id = r.set_id OR s.root = r.set_id)`,
      )
      .get(since, until),
  )

const unsureRows = z.array(z.object({ kind: z.string(), day: z.string(), n: z.number() }))

/** Facts received since a moment whose day is not sure or lies outside the stay of their dog, by kind and day. */
export const unsureSince = (db: Db, since: EpochMs): z.infer<typeof unsureRows> =>
  unsureRows.parse(
    db
      .prepare(
        `SELECT kind, day, count(*) AS n FROM fact WHERE unsure = 1 AND received_at > ?
          GROUP BY kind, day ORDER BY day DESC, kind`,
      )
      .all(since),
  )
