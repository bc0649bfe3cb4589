import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/**
 * The unit tests as mutation testing runs them: in threads, which take none of the flags that the usual run has, and
 * without the loops and whole months, each of which runs through half of the core and takes minutes.
 */
export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('../src', import.meta.url)) } },
  test: {
    isolate: false,
    globalSetup: 'src/store/tests/globalSetup.ts',
    include: process.env['KIBOU_MUTANTS']?.startsWith('work')
      ? ['src/work/record/**/*.test.ts', 'src/work/actions/**/*.test.ts']
      : ['src/core/**/*.test.ts'],
    exclude: ['src/core/tests/loop/**', 'src/core/tests/oracle/**', 'src/work/actions/inputs.test.ts'],
    // Changed code counts what it does, and is slower by that.
    testTimeout: 300_000,
  },
})
