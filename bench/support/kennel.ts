import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { v7 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { plainDog } from '@/core/dog/traits'
import { rungsOf } from '@/core/curriculum/lookup'
import { addDays, dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { insertPerson } from '@/store/kennel'
import { insertDog, insertPromise, insertResidency } from '@/store/residents'

export interface KennelSize {
  readonly residents: number
  /** Dogs that went home. */
  readonly past: number
  /** Sets of all of them. */
  readonly allSets: number
}

/** Fills an empty database with a made-up kennel of this size, as of today. */
export function fillKennel(db: Db, { residents, past, allSets }: KennelSize, today: string, now: number): void {
  const rng = xoroshiro128plus(1)
  const chance = () => (rng.next() >>> 0) / 2 ** 32
  const people = ['a', 'b', 'c', 'd']
  const device = '01890000-0000-7000-8000-0000000be7c4'
  let seq = 0
  const fact = db.prepare(
    `INSERT INTO fact (id, kind, device, seq, device_at, at, received_at, day, recorded_by)
      VALUES (?, ?, '${device}', ?, ?, ?, ?, ?, ?)`,
  )
  const set = db.prepare(
    `INSERT INTO training_set (id, residency_id, command, rung_id, purpose, block_id, device, seq,
        at, day, recorded_by, leash_holder, place_id, level, kit, curriculum_id, curriculum_version,
        rule_version)
      VALUES (?, ?, ?, ?, 'work', ?, '${device}', ?, ?, ?, ?, ?, ?, 0, '1.8 m leash', 'house',
        ${houseCurriculum.version}, 2)`,
  )
  const rep = db.prepare(
    `INSERT INTO rep (id, set_id, device, seq, at, outcome, faults, paid)
      VALUES (?, ?, '${device}', ?, ?, ?, '[]', 1)`,
  )
  const ladders = houseCurriculum.commands.map((c) => ({ command: c.id, rungs: rungsOf(c) }))
  db.transaction(() => {
    for (const id of people) insertPerson(db, { id, name: id, role: 'trainer', createdAt: now })
    for (let d = 0; d < residents + past; d++) {
      const gone = d >= residents
      const arrivesOn = addDays(today, gone ? -400 + (d % 360) : -20)
      const [dogId, id] = [v7(), v7()]
      insertDog(db, {
        id: dogId,
        name: `Dog ${d}`,
        ownerName: 'Owner',
        releaseWord: 'Okay',
        markerWord: 'Yes',
        side: 'left',
        sideKnown: true,
        caution: '',
        biteHistory: false,
        traits: plainDog,
        createdAt: now,
      })
      insertResidency(db, {
        id,
        dogId,
        runNumber: String(d),
        arrivesOn,
        leavesOn: addDays(arrivesOn, gone ? 20 : 21 + (d % 20)),
        curriculumId: 'house',
        curriculumVersion: houseCurriculum.version,
        createdAt: now,
        rehearse: false,
      })
      for (const l of ladders)
        insertPromise(db, id, l.command, {
          rungId: l.rungs[Math.floor(l.rungs.length / 2)]?.id ?? '',
          level: 0,
          places: 3,
          people: 2,
        })
      const sets = Math.round(allSets / (residents + past))
      const start = new Date(`${arrivesOn}T09:00:00Z`).getTime()
      for (let s = 0; s < sets; s++) {
        const ladder = ladders[s % ladders.length]
        const rung =
          ladder?.rungs[
            Math.min(ladder.rungs.length - 1, Math.floor((s / sets) * ladder.rungs.length * (0.6 + chance() * 0.4)))
          ]
        if (!ladder || !rung) continue
        const at = start + Math.floor((s / sets) * 20) * 86_400_000 + (s % 20) * 900_000
        const setId = v7({ msecs: at })
        const day = dayIn('UTC', at)
        const who = people[s % 2]
        const block = `${id.slice(0, 30)}${String(Math.floor(s / 4)).padStart(6, '0')}`
        fact.run(setId, 'set-opened', seq, at, at, at, day, who)
        const place = ['room', 'yard', 'street'][s % 3]
        set.run(setId, id, ladder.command, rung.id, block, seq++, at, day, who, who, place)
        for (let r = 0; r < rung.setReps; r++) {
          const repId = v7({ msecs: at + r })
          fact.run(repId, 'rep', seq, at + r * 1000, at + r * 1000, at, day, null)
          rep.run(repId, setId, seq++, at + r * 1000, chance() < 0.9 ? 'clean' : 'helped')
        }
      }
    }
  })()
}
