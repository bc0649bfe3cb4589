import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/**
 * The unit tests as mutation testing runs them: in threads, which take none of the flags that the usual run has. A
 * folder is judged by its own tests, which is quick and says where a test is missing; with `KIBOU_MUTANTS_BY=all` by
 * every test of the core but the loops and whole months, each of which runs through half of it and takes minutes; with
 * `KIBOU_MUTANTS_BY=core/coach` by those of that folder, too.
 */
const folder = process.env['KIBOU_MUTANTS'] ?? 'core/food'
const own = folder.endsWith('.ts') ? folder.slice(0, folder.lastIndexOf('/')) : folder
const by = process.env['KIBOU_MUTANTS_BY']

const tests = (): readonly string[] => {
  if (folder.startsWith('work')) return ['src/work/record/**/*.test.ts', 'src/work/actions/**/*.test.ts']
  const also = by === undefined || by === 'all' ? [] : by.split(',')
  return by === 'all' ? ['src/core/**/*.test.ts'] : [own, ...also].map((of) => `src/${of}/**/*.test.ts`)
}

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('../src', import.meta.url)) } },
  test: {
    isolate: false,
    globalSetup: 'src/store/tests/globalSetup.ts',
    include: [...tests()],
    exclude: ['src/core/tests/loop/**', 'src/core/tests/oracle/**', 'src/work/actions/inputs.test.ts'],
    // Changed code counts what it does, and is slower by that.
    testTimeout: 300_000,
  },
})
