// npm run -s yardlamp -- COMMAND: the command line, with the packages installed first where they are missing.
import { spawnSync } from 'node:child_process'
import path from 'node:path'
import process from 'node:process'
import { checkNode, ensureInstalled, root } from './prepare.mjs'

try {
  checkNode()
  ensureInstalled()
} catch (error) {
  console.error(error.message)
  process.exit(1)
}
const loader = `file://${path.join(root, 'node_modules/tsx/dist/loader.mjs')}`
const { status } = spawnSync(
  process.execPath,
  ['--import', loader, path.join(root, 'cli/src/main.ts'), ...process.argv.slice(2)],
  {
    cwd: process.env.INIT_CWD ?? process.cwd(),
    stdio: 'inherit',
  },
)
process.exit(status ?? 1)
