import { spawn, spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { costText, secondsOfChildren } from './processor.mjs'
import { say } from './say.mjs'

const bin = (name) => `node_modules/.bin/${name}`

/** Runs one step with its output shown; says how long it took, and stops everything when it fails. */
export function step(name, command, args, env = {}, cwd = '.') {
  const begun = Date.now()
  const cost = secondsOfChildren()
  say(name)
  const done = spawnSync(command, args, {
    stdio: 'inherit',
    cwd,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  })
  if (done.status !== 0) {
    process.stderr.write(`kibou: ${name} failed\n`)
    process.exit(1)
  }
  say(`${name}: ${((Date.now() - begun) / 1000).toFixed(0)} s${costText(cost)}`)
}

/** Runs steps beside each other, each with its own output shown when it ends; stops everything when one fails. */
async function beside(steps) {
  const begun = Date.now()
  const cost = secondsOfChildren()
  const ran = await Promise.all(
    steps.map(
      ([name, command, args]) =>
        new Promise((done) => {
          const child = spawn(command, args, {
            stdio: ['ignore', 'pipe', 'pipe'],
            env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
          })
          let said = ''
          for (const stream of [child.stdout, child.stderr])
            stream.on('data', (data) => {
              said += data
            })
          child.on('close', (code) => {
            process.stdout.write(said)
            say(`${name}: ${((Date.now() - begun) / 1000).toFixed(0)} s`)
            done({ name, code })
          })
        }),
    ),
  )
  say(`checks: ${((Date.now() - begun) / 1000).toFixed(0)} s${costText(cost)}`)
  const failed = ran.filter((r) => r.code !== 0)
  if (failed.length === 0) return
  process.stderr.write(`kibou: ${failed.map((f) => f.name).join(', ')} failed\n`)
  process.exit(1)
}

/**
 * What the checkers found is kept, and files that are the same since are not looked at again; in node_modules, so that
 * other versions of the checkers begin again. Lint looks from one file into others: it looks at all of them each time.
 */
const kept = (name) => `node_modules/.cache/kibou/${name}`
const byContent = ['--cache', '--cache-strategy', 'content']

/** Types (of scripts, too), lint, boundaries, spelling, format and unit tests: everything that needs no browser. */
export async function checkSteps() {
  noDownloadAddresses()
  await beside([
    [
      'types',
      bin('tsc'),
      ['--noEmit', '-p', 'tsconfig.check.json', '--incremental', '--tsBuildInfoFile', kept('types')],
    ],
    ['types of scripts', bin('tsc'), ['-p', 'tsconfig.scripts.json']],
    ['types of the guard', bin('tsc'), ['-p', 'tsconfig.guard.json']],
    ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
    ['boundaries', bin('depcruise'), ['src', '--cache', kept('boundaries'), '--cache-strategy', 'content']],
    [
      'spelling',
      bin('cspell'),
      ['--no-progress', '--no-summary', '--cache', '--cache-strategy', 'content', '--cache-location', kept('spelling')],
    ],
    [
      'format',
      bin('prettier'),
      ['--check', '--log-level', 'warn', '.', ...byContent, '--cache-location', kept('format')],
    ],
  ])
  step('unit tests', bin('vitest'), [
    'run',
    '--reporter=default',
    '--reporter=json',
    '--outputFile.json=test-results/unit.json',
  ])
}

function noDownloadAddresses() {
  if (!/"resolved": *"https?:/.test(readFileSync('package-lock.json', 'utf8'))) return
  process.stderr.write(
    'kibou: package-lock.json records download addresses; write it again with the .npmrc of this folder\n',
  )
  process.exit(1)
}
