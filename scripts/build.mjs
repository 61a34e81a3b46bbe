// Builds into dist/: the interface (dist/pages) the server as one file (dist/server.mjs), and its thread that makes reports.
import path from 'node:path'
import { build as buildPages } from 'vite'
import { bundleProgram } from './bundle.mjs'
import { root } from './prepare.mjs'

await buildPages({ root: path.join(root, 'web'), logLevel: 'warn' })
await bundleProgram('server/src/main.ts', path.join(root, 'dist/server.mjs'))
await bundleProgram('server/src/reports/worker.ts', path.join(root, 'dist/report-worker.mjs'))
