import { ensureDependencies } from './lib/dependencies.mjs'
import { prepareDatabase } from './lib/prepare.mjs'
import { checkNode, readSettings } from './lib/settings.mjs'

// For a lead who forgot the passcode, at the machine on which Kibou runs: prints a code that opens the door once.
checkNode()
await ensureDependencies()
await prepareDatabase(readSettings('data/kennel.db').database, 'way-back', process.argv.slice(2, 3))
