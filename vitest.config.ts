import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
    },
  },
  // All cores: the default leaves one out, and of two that is half.
  test: {
    maxWorkers: '100%',
    include: ['src/**/*.test.ts', 'src/**/*.test.tsx', 'scripts/**/*.test.ts', 'bench/**/*.test.ts'],
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
})
