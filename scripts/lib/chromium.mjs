import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { refuse, say } from './say.mjs'

const whole = '/usr/bin/chromium'
const shell = '/usr/bin/chromium-headless-shell'

/** The whole of Debian's Chromium: what is tested of tabs that are hidden, only it can do. */
export const wholeChromiumPath = whole

/** The Chromium for all else: the one without windows where it is installed, which takes three quarters of the time. */
export const chromiumPath = () => (existsSync(shell) ? shell : whole)

/** Has both installed where they are missing and this account may. Without the one without windows it goes too. */
export function ensureChromium() {
  const missing = [whole, shell].filter((path) => !existsSync(path))
  if (missing.length === 0) return
  const command = 'apt-get update && apt-get install -y chromium chromium-headless-shell'
  const may = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')
  if (may) {
    say('installing Debian’s Chromium, about half a minute.')
    spawnSync('sh', ['-c', `${command} >/dev/null`], {
      stdio: 'inherit',
      timeout: 300_000,
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  }
  if (existsSync(whole)) return
  refuse(
    may
      ? `Chromium could not be installed. Try by hand: ${command}`
      : `the browser tests need Debian’s Chromium at ${whole}. Install it once with: sudo sh -c "${command}"`,
  )
}
