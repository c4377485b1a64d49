import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['core/test/**/*.test.ts', 'server/test/**/*.test.ts', 'web/test/**/*.test.ts'],
    setupFiles: ['core/test/seed.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
