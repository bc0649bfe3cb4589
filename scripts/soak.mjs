import { ensureDependencies } from './lib/dependencies.mjs'
import { checkNode } from './lib/settings.mjs'
import { step } from './lib/steps.mjs'

checkNode()
ensureDependencies()
// The same test as in `npm test`, thirty times as long.
process.env.KIBOU_SOAK_INPUTS ??= '300000'
step(`${process.env.KIBOU_SOAK_INPUTS} random inputs through every form`, 'node_modules/.bin/vitest', ['run', 'src/work/inputs.test.ts', '--testTimeout=3600000'])
