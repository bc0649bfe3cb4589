import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { refuse, say } from './say.mjs'
import { underWay } from './underWay.mjs'

const readJson = (file) => JSON.parse(readFileSync(file, 'utf8'))

/** The one package with a part in C++: it takes a prebuilt one where that can be had, and else compiles it. */
const compiled = 'better-sqlite3'
const library = `node_modules/${compiled}/build/Release/better_sqlite3.node`

/** The packages that must be here whatever the machine is, by path. */
const wanted = () =>
  Object.entries(readJson('package-lock.json').packages).filter(
    ([path, p]) => path !== '' && !p.optional && !p.devOptional && !p.peer,
  )

/** Whether every package of the lockfile that must be here lies here in its locked version. */
function isUnpacked() {
  if (!existsSync('node_modules/.package-lock.json')) return false
  const have = readJson('node_modules/.package-lock.json').packages
  return wanted().every(([path, p]) => have[path]?.version === p.version)
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

/** How many packages are unpacked by now, of how many. */
function unpackedSoFar() {
  const all = wanted()
  return `${all.filter(([path]) => existsSync(join(path, 'package.json'))).length} of ${all.length} packages`
}

async function unpack() {
  const { status, said } = await underWay(
    'installing the locked packages',
    60,
    'npm',
    ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'],
    { env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' }, far: unpackedSoFar, givesWay: true },
  )
  if (status === 0) return
  process.stderr.write(`${said}\n`)
  refuse('the packages could not be installed; npm’s messages are above.')
}

/** The compiled package and all that it needs, as the lockfile has them, by path. */
function libraryPackages() {
  const { packages } = readJson('package-lock.json')
  const needed = {}
  const need = (name) => {
    const path = `node_modules/${name}`
    if (needed[path]) return
    needed[path] = packages[path]
    for (const other of Object.keys(packages[path].dependencies ?? {})) need(other)
  }
  need(compiled)
  return needed
}

/**
 * Installs the one package with a part in C++ in a folder of its own, where its own script takes a prebuilt part or
 * compiles it; returns that folder. It and what it needs are the very packages that the lockfile names.
 */
async function makeLibrary() {
  const folder = mkdtempSync(join(tmpdir(), 'kibou-library-'))
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }))
  const packages = libraryPackages()
  const itself = { dependencies: { [compiled]: packages[`node_modules/${compiled}`].version } }
  writeFileSync(join(folder, 'package.json'), JSON.stringify({ private: true, ...itself }))
  writeFileSync(
    join(folder, 'package-lock.json'),
    JSON.stringify({ lockfileVersion: 3, requires: true, packages: { '': itself, ...packages } }),
  )
  const cores = String(availableParallelism())
  const { status, said } = await underWay(
    'compiling the database library',
    120,
    'npm',
    ['ci', '--prefix', folder, '--no-audit', '--no-fund', '--loglevel=error'],
    { env: { ...nodeHeaders(), npm_config_jobs: cores, MAKEFLAGS: `-j${cores}` } },
  )
  if (status === 0 && existsSync(join(folder, library))) return folder
  process.stderr.write(`${said}\n`)
  return refuse(
    'the database library could not be made; npm’s messages are above. A C++ compiler, make and python3 are needed ' +
      'once (Debian: apt-get install build-essential python3).',
  )
}

/** Puts what was compiled where the package lies that was unpacked without it. */
function placeLibrary(folder) {
  mkdirSync(dirname(library), { recursive: true })
  copyFileSync(join(folder, library), library)
}

/**
 * Installs the locked packages when they are missing or others than locked. The compile of the database library takes
 * the longest, most of it on one core: it begins first; `beside` is done meanwhile, and `after` once there is the
 * library, both not where everything was installed. Returns whether that was so.
 */
export async function ensureDependencies({ beside = async () => {}, after = async () => {} } = {}) {
  const hasPackages = isUnpacked()
  if (hasPackages && existsSync(library)) return true
  if (!hasPackages) say('the first start installs, compiles and builds: about three minutes in all.')
  const made = makeLibrary()
  if (!hasPackages) await unpack()
  await Promise.all([made.then(placeLibrary).then(after), beside()])
  return false
}
