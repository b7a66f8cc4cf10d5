import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    license: { fileName: 'notices.txt' },
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    // What every page needs is one file: in pieces it is larger.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'kept',
              test: /web[\\/]src[\\/](api[\\/](client|retry|name)|kept[\\/](kept|saver|journal|document|history|storage|unsent))\.ts/,
            },
            { name: 'vue', test: /node_modules[\\/](vue|@vue|@vueuse|vue-router|openapi-fetch)[\\/]/ },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': process.env.YELLOW_PARCEL_API ?? 'http://127.0.0.1:8080' } },
})
