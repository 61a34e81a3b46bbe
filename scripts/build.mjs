// Builds into dist/: the interface (dist/pages) and the server as one file (dist/server.mjs).
import path from 'node:path'
import { build as buildPages } from 'vite'
import { bundleProgram } from './bundle.mjs'
import { root } from './prepare.mjs'

await buildPages({ root: path.join(root, 'web'), logLevel: 'warn' })
await bundleProgram('server/src/main.ts', path.join(root, 'dist/server.mjs'))
