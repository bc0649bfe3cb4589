import { ensureBuild } from './lib/build.mjs'
import { ensureDependencies } from './lib/dependencies.mjs'
import { checkNode } from './lib/settings.mjs'
import { step } from './lib/steps.mjs'

checkNode()
await ensureDependencies()

/** The folders whose tests have to notice nearly any change of their code: CONTRIBUTING.md. */
const mutated = [
  ...['progress', 'coach', 'promise', 'handoff', 'demonstration', 'food', 'dog', 'block'].map((f) => `core/${f}`),
  'work/record',
]
if (process.argv[2] === 'mutants') {
  const asked = process.argv.slice(3)
  for (const folder of asked.length > 0 ? asked : mutated)
    step(`mutants of ${folder}`, 'node_modules/.bin/stryker', ['run', 'soak/mutants.config.mjs'], {
      KIBOU_MUTANTS: folder,
    })
  process.exit(0)
}
await ensureBuild()
const drill = (name, env = {}) => step(name, process.execPath, ['--import', 'tsx', `soak/${name}.ts`], env)

// Each ends with what it saw, and red where that is not as it must be: SECURITY.md.
drill('load')
drill('kills')
drill('odd')
drill('raw')
drill('moves')
// The same tests as in `npm test`, longer.
process.env.KIBOU_SOAK_INPUTS ??= '300000'
step(
  'twenty kills in the browser, and a hold of five minutes in a hidden tab',
  'node_modules/.bin/playwright',
  ['test', 'e2e/block.spec.ts', 'e2e/keptBlock.spec.ts', '-g', 'killed|hidden', '--retries=0'],
  { KIBOU_SOAK_KILLS: '20', KIBOU_SOAK_HOLD: process.env.KIBOU_SOAK_HOLD ?? '290' },
)
step(`${process.env.KIBOU_SOAK_INPUTS} random inputs through every form`, 'node_modules/.bin/vitest', [
  'run',
  'src/work/actions/inputs.test.ts',
  '--testTimeout=3600000',
])
step(
  'every rung promised alone in every way, thousands of residencies, and the oracle',
  'node_modules/.bin/vitest',
  ['run', 'src/core/tests', '--testTimeout=3600000'],
  { KIBOU_SOAK_LOOP: process.env.KIBOU_SOAK_LOOP ?? '2000' },
)
