import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { expect, it } from 'vitest'
import { underWay } from './lib/underWay.mjs'

it('says what a program wrote, and how it ended', async () => {
  const ran = (code: string) => underWay('trying', 1, process.execPath, ['-e', code])
  expect(await ran('console.log("one"); console.error("two"); process.exit(3)')).toEqual({
    status: 3,
    said: expect.stringMatching(/^(one\ntwo|two\none)\n$/),
  })
  expect(await ran('')).toEqual({ status: 0, said: '' })
  expect(await underWay('trying', 1, 'no-such-program-here', [])).toMatchObject({ status: -1 })
})

it('leaves nothing running behind a program that stops', async () => {
  // One that stops in the middle, of a child that would run for a minute.
  const code =
    "const { underWay } = await import('./scripts/lib/underWay.mjs');" +
    "underWay('waiting', 60, process.execPath, ['-e', 'console.log(process.pid); setTimeout(() => 0, 60_000)']," +
    '{ far: String });' +
    "process.stdout.on('error', () => 0); setTimeout(() => process.exit(1), 1500)"
  const parent = spawn(process.execPath, ['--input-type=module', '-e', code], { stdio: 'ignore' })
  const children = async () => {
    const list = spawn('ps', ['-o', 'pid=', '--ppid', String(parent.pid)])
    let said = ''
    list.stdout.on('data', (data) => {
      said += String(data)
    })
    await once(list, 'close')
    return said.trim()
  }
  await expect.poll(children, { timeout: 10_000 }).toMatch(/^\d+$/)
  const child = Number(await children())
  await once(parent, 'exit')
  await expect.poll(() => isAlive(child), { timeout: 10_000 }).toBe(false)
})

const isAlive = (pid: number): boolean => {
  try {
    return process.kill(pid, 0)
  } catch {
    return false
  }
}
