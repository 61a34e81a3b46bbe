import { readFileSync } from 'node:fs'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

/** Version of the program: reports say what they were made with. */
const { version } = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as { version: string }

export default defineConfig({
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [react()],
  worker: { format: 'es' },
  build: { outDir: '../dist/pages', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:8460' } },
})
