import { ensureDependencies } from './lib/dependencies.mjs'
import { prepareDatabase } from './lib/prepare.mjs'
import { checkNode, readSettings } from './lib/settings.mjs'

checkNode()
await ensureDependencies()
await prepareDatabase(readSettings('data/kennel.db').database, 'rebuild')
