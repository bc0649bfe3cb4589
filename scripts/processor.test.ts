import { spawnSync } from 'node:child_process'
import { expect, it } from 'vitest'
import { costText, secondsOfChildren } from './lib/processor.mjs'

it.runIf(process.platform === 'linux')('the time of a program that was waited for is counted, and no sleep', () => {
  const run = (program: string) => {
    const before = secondsOfChildren()
    spawnSync(process.execPath, ['-e', program])
    return { seconds: (secondsOfChildren() ?? 0) - (before ?? 0), text: costText(before) }
  }
  // Half a second of work takes more than a third of processor, however busy the machine is.
  const works = run('const until = process.cpuUsage().user + 500_000; while (process.cpuUsage().user < until);')
  expect(works.seconds).toBeGreaterThan(0.33)
  expect(works.text).toMatch(/^, \d+ s of processor$/)
  // What this program itself works meanwhile is none of its children's.
  const before = secondsOfChildren() ?? 0
  const until = process.cpuUsage().user + 500_000
  while (process.cpuUsage().user < until);
  expect((secondsOfChildren() ?? 0) - before).toBe(0)
  const sleeps = run('setTimeout(() => undefined, 1500)')
  expect(sleeps.seconds).toBeLessThan(1)
})
