import { ensureDependencies } from './lib/dependencies.mjs'
import { checkNode } from './lib/settings.mjs'
import { checkSteps } from './lib/steps.mjs'

checkNode()
await ensureDependencies()
await checkSteps()
