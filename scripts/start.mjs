// npm start: everything from an empty machine to an address in the browser. Plain Node, no packages.
import { spawn } from 'node:child_process'
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { parseArgs } from 'node:util'
import { startCluster } from './postgres.mjs'
import { checkNode, ensureBuilt, ensureInstalled, root } from './prepare.mjs'

const DEFAULT_PORT = 8460
const NPM_WATCH_MS = 300
const USAGE = `Usage: npm start -- [--port N] [--data FOLDER] [--empty]

  --port N       port on this machine (default ${DEFAULT_PORT})
  --data FOLDER  where the database lives (default .data)
  --empty        no demo jobs in a new database

DATABASE_URL in the environment uses an existing PostgreSQL instead of a private one.`

function options() {
  const { values } = parseArgs({
    options: {
      port: { type: 'string' },
      data: { type: 'string' },
      empty: { type: 'boolean' },
      help: { type: 'boolean' },
    },
  })
  if (values.help) {
    console.log(USAGE)
    process.exit(0)
  }
  const port = Number(values.port ?? DEFAULT_PORT)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new UsageError(`--port: got ${values.port}; allowed: a whole number from 1 to 65535`)
  return {
    port,
    data: path.resolve(process.env.INIT_CWD ?? root, values.data ?? path.join(root, '.data')),
    demo: !values.empty,
  }
}

class UsageError extends Error {}

/** Start time of a process, which with its number names it for good; empty where it is gone. */
function processMark(pid) {
  try {
    return fs.readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ')[19]
  } catch {
    return ''
  }
}

/** Takes the data folder for this process. @throws where a running start holds it */
function takeLock(data, port) {
  fs.mkdirSync(data, { recursive: true, mode: 0o755 })
  const file = path.join(data, 'running.json')
  const mine = JSON.stringify({ pid: process.pid, mark: processMark(process.pid), port })
  for (;;) {
    try {
      fs.writeFileSync(file, mine, { flag: 'wx' })
      return () => fs.rmSync(file, { force: true })
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
      const other = readLock(file)
      if (other && other.mark !== '' && processMark(other.pid) === other.mark) {
        throw new UsageError(
          `Yard Lamp is already running with this data: http://127.0.0.1:${other.port}/ (process ${other.pid}).\nStop it there with Ctrl-C, or start another with --data FOLDER --port N.`,
        )
      }
      fs.rmSync(file, { force: true }) // left by a start that was killed
    }
  }
}

function readLock(file) {
  try {
    return JSON.parse(fs.readFileSync(file, 'utf8'))
  } catch {
    return null
  }
}

function startServer({ url, port, demo }) {
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: url,
    PORT: String(port),
    MIGRATIONS: path.join(root, 'server/drizzle'),
    PAGES: path.join(root, 'dist/pages'),
    DEMO: demo ? '1' : '0',
    STOP_WITH_STDIN: '1', // should this process be killed, the server sees its input close and ends
  }
  const server = spawn(process.execPath, [path.join(root, 'dist/server.mjs')], {
    env,
    stdio: ['pipe', 'pipe', 'inherit'],
  })
  const listening = new Promise((resolve, reject) => {
    server.stdout.once('data', (line) => resolve(JSON.parse(String(line)).listening))
    server.once('exit', (code) => reject(new Error(`The server ended (${code}) before it listened.`)))
  })
  return { server, listening }
}

/** npm does not pass every signal on: when it is gone, so is the wish that this runs. */
function whenNpmIsGone(stop) {
  if (process.env.npm_lifecycle_event === undefined) return
  const npm = process.ppid
  setInterval(() => process.ppid !== npm && stop(), NPM_WATCH_MS)
}

async function main() {
  const undo = []
  let stopping = false
  const stop = async (code) => {
    if (stopping) return
    stopping = true
    for (const step of undo.reverse()) await step()
    process.exit(code)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))
  whenNpmIsGone(() => void stop(0))
  try {
    checkNode()
    const { port, data, demo } = options()
    undo.push(takeLock(data, port))
    ensureInstalled()
    ensureBuilt()
    let url = process.env.DATABASE_URL
    if (!url) {
      const cluster = await startCluster(data)
      undo.push(() => void cluster.stop())
      url = cluster.url
    }
    if (stopping) return
    const { server, listening } = startServer({ url, port, demo })
    const ended = new Promise((resolve) => server.once('exit', resolve))
    undo.push(async () => {
      server.kill('SIGTERM')
      await ended
    })
    console.log(`Yard Lamp is ready: http://127.0.0.1:${await listening}/   (Ctrl-C stops it)`)
    void ended.then((code) => {
      if (stopping) return
      console.error(`The server ended by itself (${code}).`)
      void stop(1)
    })
  } catch (error) {
    if (!stopping) console.error(error.message)
    await stop(error instanceof UsageError || error.code?.startsWith('ERR_PARSE_ARGS') ? 2 : 1)
  }
}

await main()
