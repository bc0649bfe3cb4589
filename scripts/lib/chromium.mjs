import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { refuse, say } from './say.mjs'

const chromium = '/usr/bin/chromium'

/** Has Debian's Chromium installed when it is missing and this account may; else says the one command. */
export function ensureChromium() {
  if (existsSync(chromium)) return
  const command = 'apt-get update && apt-get install -y chromium'
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get'))
    refuse(`the browser tests need Debian’s Chromium at ${chromium}. Install it once with: sudo sh -c "${command}"`)
  say('installing Debian’s Chromium, about half a minute.')
  const done = spawnSync('sh', ['-c', `${command} >/dev/null`], {
    stdio: 'inherit',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  })
  if (done.status !== 0 || !existsSync(chromium)) refuse(`Chromium could not be installed. Try by hand: ${command}`)
}
