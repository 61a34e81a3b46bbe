// Runs a TypeScript script of this folder: node scripts/run-ts.mjs FILE …
import { spawnSync } from 'node:child_process'
import process from 'node:process'
import { ensureInstalled, root } from './prepare.mjs'

ensureInstalled()
const { status } = spawnSync(process.execPath, ['--import', 'tsx', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
})
process.exit(status ?? 1)
