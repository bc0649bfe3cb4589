import { z } from 'zod'
import type { Db } from '../database'
import type { EpochMs } from '@/core/epochMs'

/**
 * How far a device's facts have come: its highest sequence number so far and the moment that one was taken to be of.
 */
export interface DeviceClock {
  /** How far the clock of the device runs ahead of the house’s, ms. */
  readonly offset: number
  /** The offset known before this request. */
  readonly before: number | undefined
  /** Number of the last fact that came from this device. */
  readonly lastSeq: number | undefined
  readonly lastAt: EpochMs | undefined
}

const boundRow = z.object({ bound_to: z.string().nullable() }).optional()

/** Whether whoever shows this proof is the device it says it is; a device that nobody has bound is whoever says so. */
export function isDevice(db: Db, device: string, proof: string | undefined): boolean {
  const bound = boundRow.parse(db.prepare('SELECT bound_to FROM device WHERE id = ?').get(device))?.bound_to
  return bound === undefined || bound === null || bound === proof
}

/** Binds a device to what it showed first. */
export function bindDevice(db: Db, device: string, proof: string): void {
  db.prepare('UPDATE device SET bound_to = ? WHERE id = ? AND bound_to IS NULL').run(proof, device)
}

const deviceRow = z.object({ offset_ms: z.number(), last_seq: z.number().nullable(), last_at: z.number().nullable() })

const deviceRowIfAny = deviceRow.optional()

/** The device's clock offset, renewed only when it moved by more than a minute: small jitter must not reorder reps. */
export function deviceOffset(db: Db, device: string, deviceNow: number, now: EpochMs): DeviceClock {
  const offset = now - deviceNow
  const known = deviceRowIfAny.parse(
    db.prepare('SELECT offset_ms, last_seq, last_at FROM device WHERE id = ?').get(device),
  )
  const keep = known !== undefined && Math.abs(known.offset_ms - offset) <= 60_000
  // A clock that is right within a minute is believed as it is.
  const settled = keep ? known.offset_ms : Math.abs(offset) <= 60_000 ? 0 : offset
  db.prepare(
    `INSERT INTO device (id, offset_ms, seen_at)
      VALUES (?, ?, ?)
      ON CONFLICT (id) DO UPDATE
      SET offset_ms = excluded.offset_ms, seen_at = excluded.seen_at`,
  ).run(device, settled, now)
  return {
    offset: settled,
    before: known?.offset_ms,
    lastSeq: known?.last_seq ?? undefined,
    lastAt: known?.last_at ?? undefined,
  }
}

/** Keeps how far the device's facts have come. */
export function keepDeviceClock(db: Db, device: string, lastSeq: number, lastAt: EpochMs): void {
  db.prepare('UPDATE device SET last_seq = ?, last_at = ? WHERE id = ?').run(lastSeq, lastAt, device)
}
