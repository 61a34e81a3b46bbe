// npm run screenshots: one picture of each main view, from the demo data, into docs/screenshots.
import { execFileSync } from 'node:child_process'
import path from 'node:path'
import process from 'node:process'
import { ensureChromium } from './chromium.mjs'
import { ensureBuilt, ensureInstalled, root } from './prepare.mjs'

ensureInstalled()
ensureChromium()
ensureBuilt()
execFileSync(
  process.execPath,
  ['--import', 'tsx', path.join(root, 'scripts/take-screenshots.ts'), ...process.argv.slice(2)],
  {
    cwd: root,
    stdio: 'inherit',
  },
)
