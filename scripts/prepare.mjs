// What every command needs first: packages installed, sources built. Plain Node, no packages.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'

export const root = path.resolve(import.meta.dirname, '..')
const OLDEST_NODE = [20, 20]

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1])) {
    throw new Error(`Yard Lamp needs Node.js ${OLDEST_NODE.join('.')} or newer; this is ${process.versions.node}.`)
  }
}

/** Installs the packages of package-lock.json where they are missing or older. */
export function ensureInstalled() {
  const stamp = path.join(root, 'node_modules/.yardlamp-installed')
  const wanted = hashOf([path.join(root, 'package-lock.json')])
  if (read(stamp) === wanted) return
  if (installedByHand(root)) {
    fs.writeFileSync(stamp, wanted)
    return
  }
  console.error('Installing packages (npm ci) …')
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  })
  if (status !== 0) throw new Error('npm ci failed: see above.')
  fs.writeFileSync(stamp, wanted)
}

/** Whether npm itself wrote down, when it was done, that it installed what package-lock.json asks for. */
export function installedByHand(folder) {
  const packagesOf = (file) => JSON.parse(read(path.join(folder, file)) || '{}').packages ?? {}
  const installed = packagesOf('node_modules/.package-lock.json')
  const wanted = Object.entries(packagesOf('package-lock.json')).filter(([name]) => name.startsWith('node_modules/'))
  return (
    Object.keys(installed).length > 0 &&
    wanted.every(([name, { version, integrity, optional, devOptional, link }]) => {
      const there = installed[name]
      // What is optional may be made for another machine.
      if (!there || !fs.existsSync(path.join(folder, name))) return Boolean(optional || devOptional)
      return link === true || (there.version === version && there.integrity === integrity)
    })
  )
}

/** Builds the interface and the server where a source changed since the last build. */
export function ensureBuilt() {
  const stamp = path.join(root, 'dist/.built')
  const sources = [
    'core/src',
    'paper/src',
    'server/src',
    'web/src',
    'web/public',
    'web/index.html',
    'web/vite.config.ts',
    'scripts/build.mjs',
    'scripts/bundle.mjs',
    'package-lock.json',
  ]
  const wanted = hashOf(sources.flatMap((source) => filesIn(path.join(root, source))))
  if (read(stamp) === wanted) return
  console.error('Building …')
  const { status } = spawnSync(process.execPath, [path.join(root, 'scripts/build.mjs')], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  })
  if (status !== 0) throw new Error('The build failed: see above.')
  fs.writeFileSync(stamp, wanted)
}

const read = (file) => (fs.existsSync(file) ? fs.readFileSync(file, 'utf8') : '')

function filesIn(place) {
  if (!fs.existsSync(place)) return []
  if (fs.statSync(place).isFile()) return [place]
  return fs
    .readdirSync(place, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort()
}

function hashOf(files) {
  const hash = createHash('sha256')
  for (const file of files) hash.update(file.slice(root.length)).update(fs.readFileSync(file))
  return hash.digest('hex')
}
