// Debian's Chromium, for the end-to-end tests and the pictures. Plain Node, no packages.
import fs from 'node:fs'
import process from 'node:process'
import { installPackages } from './packages.mjs'

export const CHROMIUM = '/usr/bin/chromium'

/** Installs Chromium where it is missing and this user may. */
export function ensureChromium() {
  if (fs.existsSync(CHROMIUM)) return
  if (process.getuid?.() !== 0)
    throw new Error(
      'Chromium is not installed, and only root may install it. Run:\n  sudo apt-get install -y --no-install-recommends chromium',
    )
  console.error('Installing Chromium from Debian’s packages …')
  installPackages(['-y', '--no-install-recommends', 'chromium'])
}
