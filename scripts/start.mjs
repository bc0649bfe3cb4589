import { makeReady } from './lib/makeReady.mjs'
import { serve } from './lib/serve.mjs'
import { checkNode, checkPort, readSettings } from './lib/settings.mjs'

checkNode()
const settings = readSettings('data/kennel.db')
await checkPort(settings.host, settings.port)
await makeReady(settings.database, 'own')
serve(settings)
