import { ensureDependencies } from './lib/dependencies.mjs'
import { prepareDatabase } from './lib/prepare.mjs'
import { checkNode, readSettings } from './lib/settings.mjs'

// Says what is in a backup; with --yes the next start goes back to it.
checkNode()
await ensureDependencies()
await prepareDatabase(readSettings('data/kennel.db').database, 'restore', process.argv.slice(2, 4))
