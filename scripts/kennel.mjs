import { ensureDependencies } from './lib/dependencies.mjs'
import { prepareDatabase } from './lib/prepare.mjs'
import { refuse } from './lib/say.mjs'
import { checkNode, readSettings } from './lib/settings.mjs'

// The whole kennel into a folder (out), or a new database out of one (in): docs/whole-kennel.md.
checkNode()
const [way = '', folder] = process.argv.slice(2)
if (!['out', 'in'].includes(way) || folder === undefined)
  refuse('say “npm run kennel -- out FOLDER”, or “npm run kennel -- in FOLDER” with KIBOU_DB naming a new file.')
await ensureDependencies()
await prepareDatabase(readSettings('data/kennel.db').database, `kennel-${way}`, [folder])
