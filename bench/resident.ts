import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { dayIn } from '@/core/days'
import { openDatabase } from '@/store/database'
import { residentsOn } from '@/store/residents'
import { loadCommand } from '@/work/page/command'
import { loadResident } from '@/work/page/resident'
import { rebuildStandings } from '@/work/record/refold'
import { fillKennel, median } from './support/kennel'

/** Server time of one dog's page in a kennel, and in one with ten times the history behind it. Prints, never fails. */
const now = Date.now()
const today = dayIn('Europe/London', now)
const folder = mkdtempSync(join(tmpdir(), 'kibou-bench-'))

function kennel(past: number) {
  const db = openDatabase(join(folder, `kennel-${past}.db`))
  const residents = 20
  fillKennel(db, { residents, past, allSets: (residents + past) * 330 }, today, now)
  rebuildStandings(db, now)
  const sets = Number(db.prepare('SELECT count(*) FROM training_set').pluck().get())
  return {
    db,
    sets,
    ids: residentsOn(db, today)
      .slice(0, 10)
      .map((r) => r.residencyId),
  }
}

const small = kennel(20)
const large = kennel(380)
const pages = (of: typeof small) => () => of.ids.map((id) => loadResident(of.db, id, now))
const commands = (of: typeof small) => () => of.ids.map((id) => loadCommand(of.db, id, 'sit-stay', now))
for (const [name, load] of [
  ['dog’s page', pages],
  ['command’s page', commands],
] as const) {
  for (let i = 0; i < 5; i++) [small, large].forEach((k) => load(k)())
  // In turns, so that a noisy moment of the machine falls on both.
  const took = Array.from({ length: 15 }, () => [median(load(small), 1), median(load(large), 1)] as const)
  const middle = (n: 0 | 1) => took.map((t) => t[n]).sort((a, b) => a - b)[7] ?? 0
  console.log(
    `${name}: ${(middle(0) / small.ids.length).toFixed(1)} ms with ${small.sets} sets in the kennel, ` +
      `${(middle(1) / large.ids.length).toFixed(1)} ms with ${large.sets}; ratio ` +
      `${(middle(1) / middle(0)).toFixed(2)} (aim: under 1.2)`,
  )
}
