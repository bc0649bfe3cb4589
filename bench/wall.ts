import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { v7 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { plainDog } from '@/core/dog/traits'
import { rungsOf } from '@/core/curriculum/lookup'
import { addDays, dayIn } from '@/core/days'
import { openDatabase, type Db } from '@/store/database'
import { insertPerson } from '@/store/kennel'
import { insertDog, insertPromise, insertResidency } from '@/store/residents'
import { rebuildStandings } from '@/work/standings'
import { loadWall } from '@/work/wall'

/**
 * The wall with 60 residents and 200,000 sets in the history, most of them of dogs long gone home; and the ratio against
 * reading the same stored standings with bare SQL. Prints, never fails.
 */
const residents = 60
const past = 540
const allSets = 200_000
const now = Date.now()
const today = dayIn('Europe/London', now)
const file = process.env['KIBOU_BENCH_DB'] ?? join(mkdtempSync(join(tmpdir(), 'kibou-bench-')), 'kennel.db')

function fill(db: Db): void {
  const rng = xoroshiro128plus(1)
  const chance = () => (rng.next() >>> 0) / 2 ** 32
  const people = ['a', 'b', 'c', 'd']
  const device = '01890000-0000-7000-8000-0000000be7c4'
  let seq = 0
  const set = db.prepare("INSERT INTO training_set VALUES (?, ?, ?, ?, 'work', ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 0, NULL, '1.8 m leash', 'house', 2, 2, NULL, NULL, NULL, NULL)")
  const rep = db.prepare("INSERT INTO rep VALUES (?, ?, ?, ?, ?, ?, ?, ?, NULL, NULL, NULL, NULL, NULL, '[]', 1, NULL)")
  const ladders = houseCurriculum.commands.map((c) => ({ command: c.id, rungs: rungsOf(c) }))
  db.transaction(() => {
    for (const id of people) insertPerson(db, { id, name: id, role: 'trainer', createdAt: now })
    for (let d = 0; d < residents + past; d++) {
      const gone = d >= residents
      const arrivesOn = addDays(today, gone ? -400 + (d % 360) : -20)
      const [dogId, id] = [v7(), v7()]
      insertDog(db, { id: dogId, name: `Dog ${d}`, ownerName: 'Owner', releaseWord: 'Okay', markerWord: 'Yes', side: 'left', caution: '', biteHistory: false, traits: plainDog, createdAt: now })
      insertResidency(db, { id, dogId, runNumber: String(d), arrivesOn, leavesOn: addDays(arrivesOn, gone ? 20 : 21 + (d % 20)), curriculumId: 'house', curriculumVersion: 2, createdAt: now })
      for (const l of ladders) insertPromise(db, id, l.command, { rungId: l.rungs[Math.floor(l.rungs.length / 2)]?.id ?? '', level: 0, places: 3, people: 2 })
      const sets = Math.round(allSets / (residents + past))
      const start = new Date(`${arrivesOn}T09:00:00Z`).getTime()
      for (let s = 0; s < sets; s++) {
        const ladder = ladders[s % ladders.length]
        const rung = ladder?.rungs[Math.min(ladder.rungs.length - 1, Math.floor((s / sets) * ladder.rungs.length * (0.6 + chance() * 0.4)))]
        if (!ladder || !rung) continue
        const at = start + Math.floor((s / sets) * 20) * 86_400_000 + (s % 20) * 900_000
        const setId = v7({ msecs: at })
        set.run(setId, id, ladder.command, rung.id, `${id.slice(0, 30)}${String(Math.floor(s / 4)).padStart(6, '0')}`, device, seq++, at, at, at, dayIn('UTC', at), people[s % 2], people[s % 2], ['room', 'yard', 'street'][s % 3])
        for (let r = 0; r < rung.setReps; r++) rep.run(v7({ msecs: at + r }), setId, device, seq++, at + r * 1000, at + r * 1000, at, chance() < 0.9 ? 'clean' : 'helped')
      }
    }
  })()
}

function median(run: () => unknown, times: number): number {
  const took = Array.from({ length: times }, () => {
    const begun = performance.now()
    run()
    return performance.now() - begun
  })
  return took.sort((a, b) => a - b)[Math.floor(times / 2)] ?? 0
}

const db = openDatabase(file)
const filled = performance.now()
if (db.prepare('SELECT count(*) AS n FROM training_set').pluck().get() === 0) {
  fill(db)
  rebuildStandings(db, now)
}
const n = (sql: string) => Number(db.prepare(sql).pluck().get())
console.log(`${n('SELECT count(*) FROM training_set')} sets, ${n('SELECT count(*) FROM rep')} reps, made and folded in ${((performance.now() - filled) / 1000).toFixed(0)} s: ${file}`)
const bare = db.prepare('SELECT s.summary FROM residency r JOIN standing s ON s.residency_id = r.id WHERE r.leaves_on >= ? AND r.arrives_on <= ?')
for (let i = 0; i < 20; i++) loadWall(db, now)
const wall = median(() => loadWall(db, now), 101)
const sql = median(() => bare.all(today, today), 101)
const parsed = median(() => bare.pluck().all(today, today).map((s) => JSON.parse(String(s)) as unknown), 101)
console.log(`wall’s view model, ${loadWall(db, now).rows.length} residents: median ${wall.toFixed(1)} ms (aim: under 50)`)
console.log(`the same standings by bare SQL: median ${sql.toFixed(2)} ms; wall ÷ bare SQL = ${(wall / sql).toFixed(1)}; wall ÷ (SQL and JSON.parse) = ${(wall / parsed).toFixed(1)}`)
db.close()
