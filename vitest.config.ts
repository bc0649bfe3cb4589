import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
    },
  },
  // One core less than there are, the default, would be one.
  test: { maxWorkers: 2, include: ['src/**/*.test.ts', 'src/**/*.test.tsx', 'scripts/**/*.test.ts', 'bench/**/*.test.ts'], testTimeout: 120_000, hookTimeout: 120_000 },
})
