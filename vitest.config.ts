import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'
import { shortLived } from './scripts/lib/shortLived.mjs'

export default defineConfig({
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
    },
  },
  // All cores: the default leaves one out, and of two that is half.
  test: {
    maxWorkers: '100%',
    // Files of one worker share what they import; what a file writes lies in a folder of its own.
    isolate: false,
    execArgv: shortLived,
    globalSetup: 'src/store/tests/globalSetup.ts',
    include: ['src/**/*.test.ts', 'src/**/*.test.tsx', 'scripts/**/*.test.ts', 'bench/**/*.test.ts'],
    allowOnly: false,
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
})
