import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

/** Version of the program: reports say what they were made with. */
const { version } = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as { version: string }

export default defineConfig({
  resolve: { alias: [{ find: /^zod$/, replacement: fileURLToPath(new URL('./src/zod.ts', import.meta.url)) }] },
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [
    react(),
    VitePWA({
      // A new version waits until every page of the old one is closed, or somebody asks for it: pages never lose their parts.
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Yard Lamp',
        short_name: 'Yard Lamp',
        description: 'Off-grid systems, from the list of loads to the logbook.',
        start_url: '/',
        display: 'standalone',
        background_color: '#faf7ef',
        theme_color: '#17262d',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2,wasm,json}'],
        // Workbooks and papers are made where there is a way; they are kept once they were used.
        globIgnores: ['**/exceljs*', '**/make-pdf*', '**/trials.worker*'],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          {
            urlPattern: ({ url }) => url.pathname.startsWith('/assets/'),
            handler: 'CacheFirst',
            options: { cacheName: 'yardlamp-parts', expiration: { maxEntries: 60 } },
          },
          {
            urlPattern: ({ url }) => /^\/api\/jobs\/[^/]+\/files\/[^/]+\/small$/.test(url.pathname),
            handler: 'CacheFirst',
            options: { cacheName: 'yardlamp-read-photos', expiration: { maxEntries: 400 } },
          },
          {
            // What was opened with a way is there without one, as it was last read.
            // Lists that were searched are not kept: each key would push out a job.
            urlPattern: ({ url }) =>
              url.search === '' &&
              /^\/api\/(me|catalogue|jobs|jobs\/[^/]+|jobs\/[^/]+\/(records|readings|revisions\/\d+))$/.test(
                url.pathname,
              ),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'yardlamp-read',
              networkTimeoutSeconds: 8,
              cacheableResponse: { statuses: [200] },
              expiration: { maxEntries: 500, maxAgeSeconds: 180 * 86_400 },
            },
          },
        ],
      },
    }),
  ],
  worker: { format: 'es' },
  build: { outDir: '../dist/pages', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:8460' } },
})
