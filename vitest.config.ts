import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  test: {
    include: ['core/test/**/*.test.ts', 'server/test/**/*.test.ts', 'web/test/**/*.test.ts'],
    setupFiles: ['core/test/seed.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    expect: { poll: { timeout: 15_000 } },
    // Vuetify's parts bring their styles along.
    server: { deps: { inline: ['vuetify'] } },
  },
})
