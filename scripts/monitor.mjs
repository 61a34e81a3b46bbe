// npm run monitor -- --job ID: a simulated monitor on site, with the packages installed first where they are missing.
import { spawn } from 'node:child_process'
import path from 'node:path'
import process from 'node:process'
import { checkNode, ensureInstalled, root } from './prepare.mjs'

const program = path.join(root, 'node_modules/.cache/monitor.mjs')
try {
  checkNode()
  ensureInstalled()
  const { bundleProgram } = await import('./bundle.mjs')
  await bundleProgram('monitor/src/main.ts', program)
} catch (error) {
  console.error(error.message)
  process.exit(1)
}
const child = spawn(process.execPath, [program, ...process.argv.slice(2)], { stdio: 'inherit' })
// Ctrl-C reaches both: the program ends by itself, and this one after it.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
child.on('close', (code) => process.exit(code ?? 1))
