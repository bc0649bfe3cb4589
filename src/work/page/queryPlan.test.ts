import { addDays } from '@/core/days'
import { dayName } from '@/core/tests/facts'
import { personOf, signIn } from '../actions/signIn'
import { changeStay } from '../actions/stay'
import { everyPage, everyPageOf } from '../tests/everyPage'
import { expect, it } from 'vitest'
import { z } from 'zod'
import { renewForecasts } from '../actions/forecasts'
import { bookHandoff } from '../actions/handoff'
import { noHooks } from '../base/hooks'
import { invitation } from './handoff'
import { recordFacts } from '../record/accept'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'

/** Tables that grow with the years; the others hold a handful of rows. */
const growing = [
  'fact',
  'dog',
  'cue_word',
  'residency',
  'promise',
  'training_set',
  'rep',
  'set_close',
  'voided',
  'handoff_event',
  'handoff',
  'standing',
  'note',
  'tried',
  'curriculum_move',
  'stay_change',
  'signing_in',
  'wrong_passcode',
  'intake_entry',
  'intake_draft',
  'weight',
  'feeding_plan',
  'fed',
  'baseline_rep',
  'baseline_start',
  'reward_taste',
  'reward_choice',
  'reserved_toy',
  'taken_back',
  'day_off',
  'pause',
  'block',
  'block_close',
  'over_threshold',
  'correction',
  'small_thing',
  'forecast',
  'forecast_now',
  'report_change',
]
const plan = z.array(z.object({ detail: z.string() }))

it('no screen and no recording scans a table that grows', () => {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db)
  const seen = new Set<string>()
  const prepare = db.prepare.bind(db)
  db.prepare = ((sql: string) => {
    seen.add(sql)
    return prepare(sql)
  }) as typeof db.prepare

  const tablet = new Tablet()
  const set = tablet.set(residencyId, ada)
  const rep = tablet.rep(set.id)
  recordFacts(
    db,
    tablet.batch([
      set,
      rep,
      tablet.voided(rep.id, ada),
      { kind: 'set-closed', ...tablet.stamp(), setId: set.id, endedBy: 'trainer', note: '' },
      tablet.block(residencyId, ada),
      tablet.blockEnd(residencyId, set.blockId, ada),
      tablet.signs(residencyId, set.blockId, ada),
      tablet.correction(residencyId, set.blockId, ada),
      tablet.small(residencyId, ada),
    ]),
    tablet.at,
  )
  changeStay(db, { residencyId, leavesOn: addDays(dayName(0), 9), reason: 'x', recordedBy: ada }, monday)
  void signIn(db, { personId: ada, passcode: 'x' }, 'here', monday)
  personOf(db, 'none', monday)
  renewForecasts(db, monday, noHooks, 50)
  everyPage(db, ada, monday)
  everyPageOf(db, residencyId, ada, monday)
  bookHandoff(db, { residencyId, personId: ada, fromMs: monday }, monday)
  invitation(db, 'none')

  const asked = [...seen].filter((sql) => /^\s*SELECT/i.test(sql))
  expect(asked.length).toBeGreaterThan(60)
  for (const sql of asked) {
    const named = Object.fromEntries(
      [...sql.matchAll(/@(\w+)/g)].map((m) => [m[1] ?? '', m[1] === 'most' || m[1] === 'skip' ? 1 : 'x']),
    )
    const steps = plan.parse(
      Object.keys(named).length > 0
        ? prepare(`EXPLAIN QUERY PLAN ${sql}`).all(named)
        : prepare(`EXPLAIN QUERY PLAN ${sql}`).all(
            ...Array.from({ length: (sql.match(/\?/g) ?? []).length }, () => 'x'),
          ),
    )
    const scans = steps.flatMap(({ detail }) => {
      const table = /^SCAN (\w+)/.exec(detail)?.[1]
      return table === undefined ? [] : [aliasOf(sql, table)]
    })
    expect([sql, scans.filter((t) => growing.includes(t))]).toEqual([sql, []])
  }
})

/** The table behind an alias as the plan names it. */
const aliasOf = (sql: string, alias: string): string =>
  new RegExp(`(?:FROM|JOIN) (\\w+) ${alias}\\b`).exec(sql)?.[1] ?? alias
