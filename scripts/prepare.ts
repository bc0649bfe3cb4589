import { existsSync, rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { dayIn } from '@/core/days'
import { makeDemo } from '@/demo/make'
import { fateOf } from '@/demo/untouched'
import { openDatabase, StoreRefusal, type Db } from '@/store/database'
import { readKennel, readPeople, updateKennel } from '@/store/kennel'
import { hasLead } from '@/store/signingIn'
import { notOpenedText, databaseErrorOf } from '@/store/databaseError'
import { allResidencyIds } from '@/store/residents'
import { leadsHere, makeWayBack } from '@/work/actions/signIn'
import { askRestore } from '@/work/actions/restore'
import { kennelIn, kennelOut } from '@/work/actions/wholeKennel'
import { lookInto } from '@/work/context/backups'
import { damageIn, goodBackup } from '@/work/context/soundness'
import { forecastDemo } from '@/demo/forecasts'
import { rebuildStandings } from '@/work/upkeep/renewStandings'

/**
 * `tsx scripts/prepare.ts FILE demo|own|rebuild|way-back|restore|kennel-out|kennel-in [--fresh|NAME|BACKUP
 * --yes|FOLDER]`: makes, checks or rebuilds the database before a start, makes a lead who forgot the passcode a way
 * back, goes back to a backup, or carries the whole kennel out or in.
 */
const [, , file = '', mode = '', option] = process.argv
const today = dayIn('Europe/London', Date.now())
const say = (text: string) => process.stdout.write(`kibou: ${text}\n`)

function remove(): void {
  for (const end of ['', '-wal', '-shm']) rmSync(`${file}${end}`, { force: true })
}

function demo(): void {
  if (!existsSync(file)) return fillNew()
  const db = openDatabase(file)
  const { demoMadeOn } = readKennel(db)
  if (demoMadeOn === null) {
    const empty = allResidencyIds(db).length === 0 && readPeople(db).length === 0
    if (empty) return fill(db)
    db.close()
    throw new StoreRefusal(
      `${file} holds a kennel’s own data; the demo never touches that. Choose another file with KIBOU_DB.`,
    )
  }
  const fate = fateOf(db, today, option === '--fresh')
  db.close()
  if (fate === 'made anew') {
    remove()
    return fillNew()
  }
  if (demoMadeOn !== today)
    say(
      `the demo was made on ${demoMadeOn} and worked in since, so it is kept. “npm run demo -- --fresh” makes it anew.`,
    )
}

function fill(db: Db): void {
  say('making the demonstration kennel, a few seconds.')
  makeDemo(db, today)
  rebuildStandings(db, Date.now())
  forecastDemo(db, Date.now())
  db.close()
}

/** In a file of its own: half of it, on a disk that becomes full, would be taken for all of it by the next start. */
function fillNew(): void {
  let db: Db | undefined
  try {
    // The disk may be full before the last of its tables is laid out.
    db = openDatabase(file)
    fill(db)
  } catch (error) {
    db?.close()
    remove()
    throw error
  }
}

function own(): void {
  const db = openDatabase(file)
  refuseDamaged(db)
  const kennel = readKennel(db)
  const { demoMadeOn } = kennel
  // A kennel nobody has touched lives where this machine lives.
  if (demoMadeOn === null && readPeople(db).length === 0)
    updateKennel(db, { ...kennel, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone })
  const setUp = hasLead(db)
  db.close()
  const host = process.env['HOST'] ?? ''
  if (!setUp && !/^(|localhost|127\.\d+\.\d+\.\d+|::1)$/.test(host))
    throw new StoreRefusal(
      `nobody can sign in to this kennel yet, so it is not opened to the network (HOST=${host}). Start it ` +
        `without HOST, set it up at this machine, then start it again.`,
    )
  if (demoMadeOn !== null)
    throw new StoreRefusal(
      `${file} is a demonstration kennel. Your own data belongs in another file; choose it with KIBOU_DB.`,
    )
}

/** A damaged file is not started on: what came in now might be lost with it. */
function refuseDamaged(db: Db): void {
  const damage = damageIn(db)
  if (damage.length === 0) return
  const good = goodBackupOf(db)
  db.close()
  const more = damage.length > 1 ? `, and ${damage.length - 1} more` : ''
  throw new StoreRefusal(
    `${file} is damaged (${damage[0] ?? ''}${more}). ` +
      (good === undefined
        ? 'No backup that can be gone back to is in the house’s folder: go back with “npm run restore -- FILE”.'
        : `The newest good backup is ${good}: “npm run restore -- ${good} --yes”.`),
  )
}

function goodBackupOf(db: Db): string | undefined {
  try {
    return goodBackup(db)?.path
  } catch {
    // Too damaged to say where they are.
    return undefined
  }
}

function rebuild(): void {
  const db = openDatabase(file)
  say(`made ${rebuildStandings(db, Date.now())} standings again from the facts.`)
  db.close()
}

async function wayBack(): Promise<void> {
  if (!existsSync(file)) throw new StoreRefusal(`${file} is not there.`)
  const db = openDatabase(file)
  const now = Date.now()
  const made = await makeWayBack(db, option ?? '', now)
  const leads = leadsHere(db, now)
  db.close()
  if (!made)
    throw new StoreRefusal(
      leads.length === 0
        ? 'nobody can sign in as lead yet: start Kibou and set it up.'
        : `which lead? Say the name after it, one of: ${leads.map((l) => `“${l}”`).join(', ')}.`,
    )
  say(`for ${made.person.name}, once, within half an hour, in place of the passcode: ${made.code}`)
  say('then give yourself a new passcode, on People.')
}

/** Looks into a backup; with `--yes` the next start goes back to it. */
function restore(): void {
  const [from, sure] = process.argv.slice(4)
  if (from === undefined) throw new StoreRefusal('name the backup after it: npm run restore -- FILE')
  const looked = lookInto(from)
  if (typeof looked === 'string') throw new StoreRefusal(looked)
  const { kennel, dogs, people, sets, lastDay } = looked
  say(`${from} is of “${kennel}”: ${dogs} residencies, ${people} people, ${sets} sets.`)
  say(`its newest set is of ${lastDay || 'no day'}.`)
  if (sure !== '--yes') {
    say('nothing was changed. To go back to it, say --yes after it.')
    return
  }
  const done = askRestore(file, from)
  if (!done.ok) throw new StoreRefusal(done.reason)
  say('the next start goes back to it; what is there now is kept beside it. Stop Kibou if it runs, and start it.')
}

/** The whole kennel into a folder, to go to another machine. */
function wholeOut(): void {
  if (!existsSync(file)) throw new StoreRefusal(`${file} is not there.`)
  const db = openDatabase(file)
  const folder = resolve(option ?? '')
  const done = kennelOut(db, folder, Date.now())
  db.close()
  if (!done.ok) throw new StoreRefusal(done.reason)
  say(`${done.rows} rows, ${done.facts} facts among them, are in ${folder}.`)
}

/** And out of such a folder into a file that is not there yet. */
async function wholeIn(): Promise<void> {
  const done = await kennelIn(resolve(option ?? ''), file, Date.now())
  if (!done.ok) throw new StoreRefusal(done.reason)
  say(`${done.rows} rows are in ${file}. Everybody signs in with the passcode they had.`)
}

try {
  if (mode === 'demo') demo()
  else if (mode === 'own') own()
  else if (mode === 'way-back') await wayBack()
  else if (mode === 'restore') restore()
  else if (mode === 'kennel-out') wholeOut()
  else if (mode === 'kennel-in') await wholeIn()
  else rebuild()
} catch (error) {
  const kind = databaseErrorOf(error)
  const said = error instanceof StoreRefusal ? error.message : kind && notOpenedText(file)[kind]
  if (said === undefined) throw error
  process.stderr.write(`kibou: ${said}\n`)
  process.exit(1)
}
