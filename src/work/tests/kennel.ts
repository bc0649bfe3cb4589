import { copyFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v4, v7 } from 'uuid'
import { z } from 'zod'
import type { FactOf, WireFact } from '@/core/facts/wire'
import { nothingSaid, nothingSeen, nothingSmallSaid } from '@/core/facts/words'
import { insertStart } from '@/store/baseline'
import { openDatabase, type Db } from '@/store/database'
import { refold } from '../record/refold'
import { addDog, addPerson } from '../actions/begin'
import type { BlockId, PersonId, ResidencyId, RungId, SetId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Monday 2 March 2026, noon UTC. */
export const monday = Date.UTC(2026, 2, 2, 12)
export const msPerDay = 86_400_000
/** After all that these tests do. */
export const later = monday + 60 * msPerDay

export const newFile = (): string => join(mkdtempSync(join(tmpdir(), 'kibou-')), 'kennel.db')
/** An empty kennel: a copy of the one that was made before the tests. */
export function newKennel(): Db {
  const file = newFile()
  const template = process.env['KIBOU_TEMPLATE']
  if (template !== undefined) copyFileSync(template, file)
  return openDatabase(file)
}

export const mustBeOk = (result: { ok: boolean; id?: string; errors?: unknown }): string => {
  if (!result.ok || result.id === undefined) throw new Error(JSON.stringify(result.errors))
  return result.id
}

export const trainer = (db: Db, name = 'Ada'): string =>
  mustBeOk(
    addPerson(db, { name, role: 'trainer', weekdays: ['1', '2', '3', '4', '5'], from: '09:00', to: '12:00' }, monday),
  )

/** For tests that are not about passcodes: each is as good as another. */
export const unguessable = () => Promise.resolve(4)

export const dogFields = {
  name: 'Bramble',
  owner: 'Tamsin',
  run: '1',
  arrivesOn: '2026-03-01',
  leavesOn: '2026-03-20',
  releaseWord: 'Okay',
  markerWord: 'Yes',
  side: 'left',
  caution: '',
  biteHistory: false,
  cue: {},
  promised: [{ rung: 'sit.rear', places: '1', people: '1' }],
}

/** A dog whose handoff waits for no rehearsal, and its work for no baseline: what most tests are not about. */
export const dog = (db: Db, more: Record<string, unknown> = {}): string => {
  const id = mustBeOk(addDog(db, { ...dogFields, ...more }, monday))
  db.prepare('UPDATE residency SET rehearse = 0 WHERE id = ?').run(id)
  db.prepare(
    'INSERT INTO baseline_skipped (residency_id, at, recorded_by) SELECT ?, 0, id FROM person ORDER BY id LIMIT 1',
  ).run(id)
  return id
}

/** The rung at which a baseline found that a command begins. */
export function startBaseline(db: Db, residencyId: ResidencyId, command: string, rungId: RungId, at: EpochMs): void {
  insertStart(db, {
    id: v7({ msecs: at }),
    residencyId,
    command,
    rungId,
    proposed: rungId,
    reason: '',
    at,
    recordedBy: z.object({ id: z.string() }).parse(db.prepare('SELECT id FROM person LIMIT 1').get()).id,
  })
  refold(db, residencyId, at)
}

/** A device that makes facts in order, a second apart. */
export class Tablet {
  readonly device = v4()
  private seq = 0
  at = monday

  stamp() {
    this.at += 1000
    return { id: v7({ msecs: this.at }), seq: this.seq++, deviceAt: this.at }
  }

  set(residencyId: ResidencyId, leashHolder: string, more: Partial<FactOf<'set-opened'>> = {}): FactOf<'set-opened'> {
    return {
      kind: 'set-opened',
      ...this.stamp(),
      residencyId,
      rungId: 'sit.rear',
      purpose: 'work',
      blockId: v4(),
      recordedBy: leashHolder,
      leashHolder,
      placeId: 'room',
      level: 0,
      distanceBand: null,
      kit: '1.8 m leash',
      temperatureC: null,
      minutesIn: null,
      exerciseMinutesAgo: null,
      ...nothingSaid.set,
      replaces: null,
      ...more,
    }
  }

  rep(setId: SetId, outcome: FactOf<'rep'>['outcome'] = 'clean', more: Partial<FactOf<'rep'>> = {}): FactOf<'rep'> {
    return {
      kind: 'rep',
      ...this.stamp(),
      setId,
      outcome,
      ...nothingSeen,
      paid: true,
      ...more,
    }
  }

  voided(targetId: string, recordedBy: PersonId): WireFact {
    return { kind: 'voided', ...this.stamp(), targetId, reason: 'undone', recordedBy }
  }

  block(residencyId: ResidencyId, recordedBy: PersonId): Extract<WireFact, { kind: 'block-opened' }> {
    return {
      kind: 'block-opened',
      ...this.stamp(),
      residencyId,
      plan: [{ role: 'work', command: 'sit', rungId: 'sit.rear' }],
      outBefore: null,
      recordedBy,
    }
  }

  blockEnd(
    residencyId: ResidencyId,
    blockId: BlockId,
    recordedBy: PersonId,
    more: Partial<FactOf<'block-closed'>> = {},
  ): FactOf<'block-closed'> {
    return {
      kind: 'block-closed',
      ...this.stamp(),
      blockId,
      residencyId,
      note: '',
      stressful: false,
      praiseMinutes: 5,
      outAfter: null,
      recordedBy,
      ...more,
    }
  }

  signs(
    residencyId: ResidencyId,
    blockId: BlockId,
    recordedBy: PersonId,
    more: Partial<FactOf<'over-threshold'>> = {},
  ): FactOf<'over-threshold'> {
    return {
      kind: 'over-threshold',
      ...this.stamp(),
      residencyId,
      blockId,
      placeId: 'room',
      signs: ['stare'],
      trigger: 'dog',
      distanceBand: '5-15',
      recordedBy,
      ...more,
    }
  }

  correction(
    residencyId: ResidencyId,
    blockId: BlockId,
    recordedBy: PersonId,
    more: Partial<FactOf<'correction'>> = {},
  ): FactOf<'correction'> {
    return {
      kind: 'correction',
      ...this.stamp(),
      residencyId,
      blockId,
      command: 'sit',
      device: 'slip lead',
      reason: 'pulled',
      askedFirst: true,
      effect: 'gave at once',
      recordedBy,
      ...more,
    }
  }

  small(
    residencyId: ResidencyId,
    recordedBy: PersonId,
    more: Partial<FactOf<'small-thing'>> = {},
  ): FactOf<'small-thing'> {
    return {
      kind: 'small-thing',
      ...this.stamp(),
      residencyId,
      what: 'name-call',
      reps: 1,
      pieces: 1,
      ...nothingSmallSaid,
      recordedBy,
      ...more,
    }
  }

  batch(facts: readonly unknown[], deviceNow = this.at) {
    return { device: this.device, deviceNow, facts }
  }
}

/** Copies people and dogs into another kennel under their ids. */
export function copyEntities(from: Db, to: Db): void {
  for (const table of ['person', 'dog', 'residency', 'promise']) {
    for (const row of from.prepare(`SELECT * FROM ${table}`).all()) {
      const fields = z.record(z.string(), z.union([z.string(), z.number(), z.null()])).parse(row)
      const names = Object.keys(fields)
      to.prepare(`INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map((f) => `@${f}`).join(', ')})`).run(
        fields,
      )
    }
  }
}
