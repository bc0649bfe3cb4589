import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { dayIn } from '@/core/days'
import { openDatabase } from '@/store/database'
import { residentsOn } from '@/store/residents'
import { loadCommand } from '@/work/page/command'
import { loadResident } from '@/work/page/resident'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { fillKennel } from './support/kennel'
import { inTurns } from './support/turns'

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
  const [ofSmall = 0, ofLarge = 0] = inTurns([load(small), load(large)], { turns: 15, warmUp: 5 })
  console.log(
    `${name}: ${(ofSmall / small.ids.length).toFixed(1)} ms with ${small.sets} sets in the kennel, ` +
      `${(ofLarge / large.ids.length).toFixed(1)} ms with ${large.sets}; ratio ` +
      `${(ofLarge / ofSmall).toFixed(2)} (aim: under 1.2)`,
  )
}
