import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { refuse, say } from './say.mjs'

const readJson = (file) => JSON.parse(readFileSync(file, 'utf8'))

/** Whether every package of the lockfile that must be here is installed in its locked version. */
function isInstalled() {
  if (!existsSync('node_modules/.package-lock.json')) return false
  const wanted = readJson('package-lock.json').packages
  const have = readJson('node_modules/.package-lock.json').packages
  const same = Object.entries(wanted).every(
    ([path, p]) => path === '' || p.optional || p.devOptional || p.peer || have[path]?.version === p.version,
  )
  return same && existsSync('node_modules/better-sqlite3/build/Release/better_sqlite3.node')
}

/** The headers that node-gyp needs, when those of this very Node lie beside it. */
function nodeHeaders() {
  const prefix = dirname(dirname(process.execPath))
  const header = join(prefix, 'include/node/node_version.h')
  if (!existsSync(header)) return {}
  const text = readFileSync(header, 'utf8')
  const part = (name) => text.match(new RegExp(`#define NODE_${name}_VERSION (\\d+)`))?.[1]
  return `${part('MAJOR')}.${part('MINOR')}.${part('PATCH')}` === process.versions.node
    ? { npm_config_nodedir: prefix }
    : {}
}

/** Installs the locked dependencies when they are missing or others than locked. */
export function ensureDependencies() {
  if (isInstalled()) return
  say('installing the locked dependencies; the database library compiles, about three minutes in all.')
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: 'inherit',
    env: { ...process.env, ...nodeHeaders(), PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1', NEXT_TELEMETRY_DISABLED: '1' },
  })
  if (done.status !== 0)
    refuse(
      'the dependencies could not be installed. A C++ compiler, make and python3 are needed once (Debian: ' +
        'apt-get install build-essential python3).',
    )
}
