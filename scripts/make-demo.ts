import { dayIn } from '@/core/days'
import { makeDemo } from '@/demo/make'
import { openDatabase } from '@/store/database'
import { rebuildStandings } from '@/work/standings'

/** Fills an empty database with the demonstration kennel: `tsx scripts/make-demo.ts FILE`. */
const file = process.argv[2]
if (!file) throw new Error('name the database file')
const db = openDatabase(file)
makeDemo(db, dayIn('Europe/London', Date.now()))
rebuildStandings(db)
db.close()
