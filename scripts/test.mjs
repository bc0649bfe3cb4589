import { mkdirSync, readFileSync } from 'node:fs'
import { ensureBuild } from './lib/build.mjs'
import { ensureChromium } from './lib/chromium.mjs'
import { ensureDependencies } from './lib/dependencies.mjs'
import { checkNode } from './lib/settings.mjs'
import { costText, secondsOfChildren } from './lib/processor.mjs'
import { say } from './lib/say.mjs'
import { checkSteps, step } from './lib/steps.mjs'

checkNode()
const cost = secondsOfChildren()
await ensureDependencies()
ensureChromium()
mkdirSync('test-results', { recursive: true })
await checkSteps()
await ensureBuild()
step('browser tests', 'node_modules/.bin/playwright', ['test'])

say(`everything${costText(cost)}`)
const unit = JSON.parse(readFileSync('test-results/unit.json', 'utf8'))
const browser = JSON.parse(readFileSync('test-results/browser.json', 'utf8')).stats
process.stdout.write(
  `\n${unit.numPassedTests + browser.expected} passed, ${unit.numFailedTests + browser.unexpected} failed\n`,
)
