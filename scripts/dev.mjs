import { bundle } from './lib/bundles.mjs'
import { ensureDependencies } from './lib/dependencies.mjs'
import { prepareDatabase } from './lib/prepare.mjs'
import { serve } from './lib/serve.mjs'
import { checkNode, checkPort, readSettings } from './lib/settings.mjs'

checkNode()
const settings = readSettings('data/dev.db')
await checkPort(settings.host, settings.port)
await ensureDependencies()
await prepareDatabase(settings.database, 'demo')
bundle({ minify: false })
serve(settings, { dev: true })
