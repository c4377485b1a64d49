import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  test: {
    setupFiles: ['core/test/seed.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    expect: { poll: { timeout: 15_000 } },
    // Vuetify's parts bring their styles along.
    server: { deps: { inline: ['vuetify'] } },
    projects: [
      // The core keeps nothing between calls: its files are read once for all its tests.
      { extends: true, test: { name: 'core', include: ['core/test/**/*.test.ts'], isolate: false } },
      {
        extends: true,
        test: { name: 'around', include: ['server/test/**/*.test.ts', 'web/test/**/*.test.ts'] },
      },
    ],
  },
})
