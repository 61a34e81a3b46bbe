// Debian's packages of what Node does not bring: found, or installed where this user may. Plain Node, no packages.
import { spawnSync } from 'node:child_process'
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'

const INSTALL_COMMAND = 'apt-get update && apt-get install -y --no-install-recommends postgresql'
export const isRoot = process.getuid?.() === 0

/** Folder of the newest PostgreSQL programs, or of a given major version; undefined where there are none. */
export function findPrograms(version) {
  const root = '/usr/lib/postgresql'
  const versions = fs.existsSync(root)
    ? fs.readdirSync(root).filter((name) => fs.existsSync(path.join(root, name, 'bin/initdb')))
    : []
  const wanted = versions
    .filter((name) => version === undefined || name === version)
    .sort((a, b) => Number(b) - Number(a))[0]
  if (wanted) return path.join(root, wanted, 'bin')
  const onPath = spawnSync('sh', ['-c', 'command -v initdb'], { encoding: 'utf8' }).stdout.trim()
  return onPath && version === undefined ? path.dirname(fs.realpathSync(onPath)) : undefined
}

/** Programs of PostgreSQL, installed from Debian's packages where this user may. */
export function ensurePrograms(version) {
  const found = findPrograms(version)
  if (found) return found
  if (version !== undefined)
    throw new Error(
      `The data was made by PostgreSQL ${version}, which is not installed. Install it: apt-get install postgresql-${version}`,
    )
  if (!isRoot || !fs.existsSync('/usr/bin/apt-get')) {
    throw new Error(
      `PostgreSQL is not installed, and only root may install it. Run:\n  sudo sh -c '${INSTALL_COMMAND}'\nor set DATABASE_URL to a PostgreSQL you have.`,
    )
  }
  console.error('Installing PostgreSQL from Debian’s packages …')
  keepDebianFromStartingOne()
  const install = ['-y', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', 'postgresql']
  installPackages(install)
  const now = findPrograms()
  if (!now) throw new Error(`PostgreSQL could not be installed. Run it by hand to see why:\n  ${INSTALL_COMMAND}`)
  return now
}

export function installPackages(args) {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  for (const step of [
    ['update', '-q'],
    ['install', ...args],
  ]) {
    const { status, stderr } = spawnSync('apt-get', step, {
      env,
      stdio: ['ignore', 'ignore', 'pipe'],
      encoding: 'utf8',
    })
    if (status !== 0) throw new Error(`apt-get ${step.join(' ')} failed:\n${stderr.slice(-2000)}`)
  }
}

/** Debian's package would make and start a cluster of its own, which nobody asked for. */
function keepDebianFromStartingOne() {
  const folder = '/etc/postgresql-common'
  if (fs.existsSync(folder)) return
  fs.mkdirSync(folder, { recursive: true })
  fs.writeFileSync(path.join(folder, 'createcluster.conf'), 'create_main_cluster = false\n')
}
