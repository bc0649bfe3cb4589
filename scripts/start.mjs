import { ensureBuild } from './lib/build.mjs'
import { ensureDependencies } from './lib/dependencies.mjs'
import { prepareDatabase } from './lib/prepare.mjs'
import { serve } from './lib/serve.mjs'
import { checkNode, checkPort, readSettings } from './lib/settings.mjs'

checkNode()
const settings = readSettings('data/kennel.db')
await checkPort(settings.host, settings.port)
ensureDependencies()
prepareDatabase(settings.database, 'own')
ensureBuild()
serve(settings)
