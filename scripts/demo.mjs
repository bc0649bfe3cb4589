import { makeReady } from './lib/makeReady.mjs'
import { serve } from './lib/serve.mjs'
import { checkNode, checkPort, readSettings } from './lib/settings.mjs'

checkNode()
const settings = readSettings('data/demo.db')
await checkPort(settings.host, settings.port)
await makeReady(settings.database, 'demo', process.argv.slice(2))
serve(settings)
