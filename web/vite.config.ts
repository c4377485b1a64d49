import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  build: { target: 'es2022', chunkSizeWarningLimit: 1200, assetsInlineLimit: 0 },
  // All of it is needed for the first view: engines that know this line compile it while it is loaded, not call by call.
  worker: { format: 'es', rolldownOptions: { output: { postBanner: '//# allFunctionsCalledOnLoad' } } },
  server: { port: 5173, proxy: { '/api': 'http://localhost:4180' } },
})
