// npm run -s yardlamp -- COMMAND: the command line, with the packages installed first where they are missing.
import { spawnSync } from 'node:child_process'
import path from 'node:path'
import process from 'node:process'
import { checkNode, ensureInstalled, root } from './prepare.mjs'

const program = path.join(root, 'node_modules/.cache/yardlamp.mjs')
try {
  checkNode()
  ensureInstalled()
  const { bundleProgram } = await import('./bundle.mjs')
  await bundleProgram('cli/src/main.ts', program)
} catch (error) {
  console.error(error.message)
  process.exit(1)
}
const { status } = spawnSync(process.execPath, [program, ...process.argv.slice(2)], {
  cwd: process.env.INIT_CWD ?? process.cwd(),
  stdio: 'inherit',
})
process.exit(status ?? 1)
