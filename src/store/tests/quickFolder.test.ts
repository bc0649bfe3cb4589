import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { quickFolder } from './quickFolder'

it('what is temporary lies in memory where there is room for it, and else where it always lies', () => {
  const memory = mkdtempSync(join(tmpdir(), 'kibou-memory-'))
  expect(quickFolder(memory, 1)).toBe(memory)
  expect(quickFolder(memory, Number.MAX_SAFE_INTEGER)).toBe(tmpdir())
  expect(quickFolder(join(memory, 'no-such-folder'), 1)).toBe(tmpdir())
})
