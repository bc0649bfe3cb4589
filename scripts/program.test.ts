import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, statSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'

it('a program is bundled when one of its files has changed, and else taken as it was made', () => {
  const house = mkdtempSync(join(tmpdir(), 'kibou-'))
  cpSync('scripts/lib', join(house, 'scripts/lib'), { recursive: true })
  symlinkSync(join(process.cwd(), 'node_modules'), join(house, 'node_modules'))
  mkdirSync(join(house, 'part'))
  const write = (file: string, text: string) => writeFileSync(join(house, file), text)
  write('scripts/one.ts', "import { word } from '../part/word'\nconst said: string = word\nconsole.log(said)\n")
  write('part/word.ts', "export const word = 'first'\n")
  const ask = "import('./scripts/lib/program.mjs').then((m) => console.log(m.program('scripts/one.ts')))"
  const node = (...args: string[]) => spawnSync(process.execPath, args, { cwd: house, encoding: 'utf8' }).stdout.trim()
  const made = () => statSync(join(house, file)).ino

  const file = node('-e', ask)
  expect([file, node(file)]).toEqual(['build/scripts-one.mjs', 'first'])
  const before = made()
  node('-e', ask)
  expect(made()).toBe(before)
  write('part/word.ts', "export const word = 'second'\n")
  node('-e', ask)
  expect(node(file)).toBe('second')
  // Cut short by a disk that was full.
  write(file, '// {"files":')
  node('-e', ask)
  expect(node(file)).toBe('second')
})
