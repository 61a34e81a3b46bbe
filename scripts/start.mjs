// npm start: everything from an empty machine to an address in the browser. Plain Node, no packages.
import { spawn } from 'node:child_process'
import path from 'node:path'
import process from 'node:process'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import { beginAgain, Patience } from './keep.mjs'
import { processMark, statOf, takeLock, UsageError } from './lock.mjs'
import { keepNights } from './nights.mjs'
import { fullDisk, isFree, startCluster } from './postgres.mjs'
import { checkNode, ensureBuilt, ensureInstalled, root } from './prepare.mjs'

const DEFAULT_PORT = 8460
const WATCH_MS = 300
/** A server whose start was killed lets its port go within this time, ms. */
const LETS_GO_MS = 8000
/** A server that was told to end has this long, ms. */
const ENDS_MS = 6000
const USAGE = `Usage: npm start -- [--port N] [--data FOLDER] [--empty] [--nightly FOLDER] [--address URL]

  --port N       port on this machine (default ${DEFAULT_PORT})
  --data FOLDER  where the database lives (default .data)
  --empty        no demo jobs in a new database
  --nightly FOLDER  a backup each night into a folder; the last fourteen are kept
  --address URL  where people reach it through a proxy that speaks TLS: everybody signs in (docs/people.md)

DATABASE_URL in the environment uses an existing PostgreSQL instead of a private one.`

function options() {
  const { values } = parseArgs({
    options: {
      port: { type: 'string' },
      data: { type: 'string' },
      empty: { type: 'boolean' },
      nightly: { type: 'string' },
      address: { type: 'string' },
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
    address: values.address ?? process.env.ADDRESS ?? '',
    nightly: values.nightly === undefined ? null : path.resolve(process.env.INIT_CWD ?? root, values.nightly),
  }
}

/** @returns the process, and its port once it listens */
function startServer({ url, port, demo, address }) {
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: url,
    PORT: String(port),
    MIGRATIONS: path.join(root, 'server/drizzle'),
    PAGES: path.join(root, 'dist/pages'),
    DEMO: demo ? '1' : '0',
    ADDRESS: address,
    STOP_WITH_STDIN: '1', // should this process be killed, the server sees its input close and ends
  }
  const server = spawn(process.execPath, [path.join(root, 'dist/server.mjs')], {
    env,
    stdio: ['pipe', 'pipe', 'pipe'],
    detached: true, // Ctrl-C in a terminal reaches this process alone, which ends the server in order
  })
  server.stdin.on('error', () => undefined)
  createInterface({ input: server.stderr }).on('line', (line) => say(asSaid(line)))
  const ended = new Promise((resolve) => {
    server.once('exit', (code, signal) => resolve(signal ?? code))
    server.once('error', (error) => resolve(error.message))
  })
  const listening = new Promise((resolve, reject) => {
    server.stdout.once('data', (line) => resolve(JSON.parse(String(line)).listening))
    void ended.then((how) => reject(new Error(`The server ended (${how}) before it listened.`)))
  })
  return { server, listening, ended }
}

/** What the server says, in its own words; faults as they stand in its log, for whoever mends them. */
function asSaid(line) {
  try {
    const { level, msg } = JSON.parse(line)
    return level < 50 && typeof msg === 'string' ? msg : line
  } catch {
    return line
  }
}

/** npm does not pass every signal on: when it is gone, or the shell it runs this in, so is the wish that this runs. */
function whenNpmIsGone(stop) {
  if (process.env.npm_lifecycle_event === undefined) return
  const above = [process.ppid]
  if (/^(ba|da|z)?sh$/.test(statOf(process.ppid).name)) above.push(Number(statOf(process.ppid).parent))
  const marks = above.map(processMark)
  setInterval(() => above.some((pid, i) => processMark(pid) !== marks[i]) && stop(), WATCH_MS)
}

/** Terminals that close take the streams along: what is then said is said to nobody. */
const say = (text) => console.error(text)
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined)

/** The database and the server, kept alive until they are told to stop. */
class Running {
  #stopping = new AbortController()
  #cluster = null
  #server = null
  #begun = Promise.resolve()
  /** What is being begun again, one thing after another. */
  #mending = Promise.resolve()
  #options
  #giveUp

  constructor(options, giveUp) {
    this.#options = options
    this.#giveUp = giveUp
  }

  /** Of its database. */
  url() {
    return process.env.DATABASE_URL || this.#cluster.url
  }

  /** @returns the port the server listens at; null where it was told to stop before */
  begin() {
    const beginning = this.#begin()
    this.#begun = beginning.catch(() => undefined)
    return beginning
  }

  async #begin() {
    if (!process.env.DATABASE_URL) {
      this.#cluster = await startCluster(this.#options.data)
      this.#keepDatabase()
    }
    if (this.#stopping.signal.aborted) return null
    const port = await this.#beginServer()
    this.#keepServer()
    return port
  }

  async stop() {
    this.#stopping.abort()
    await this.#endServer()
    await this.#begun
    await this.#mending
    await this.#endServer()
    this.#cluster?.stop()
  }

  async #endServer() {
    if (!this.#server) return
    const { server, ended } = this.#server
    server.kill('SIGTERM')
    const late = setTimeout(() => server.kill('SIGKILL'), ENDS_MS)
    await ended
    clearTimeout(late)
  }

  async #beginServer() {
    const { port, demo, address } = this.#options
    this.#server = startServer({ url: this.url(), port, demo, address })
    return this.#server.listening
  }

  #keepServer() {
    const patience = new Patience()
    patience.began(Date.now())
    const watch = async () => {
      const how = await this.#server.ended
      if (this.#stopping.signal.aborted) return
      say(`The server ended by itself (${how}). What was saved is kept.`)
      if (await this.#mend('The server', patience, () => this.#beginServer())) void watch()
    }
    void watch()
  }

  #keepDatabase() {
    const patience = new Patience()
    patience.began(Date.now())
    let mending = false
    setInterval(async () => {
      if (mending || this.#stopping.signal.aborted || this.#cluster.isThere()) return
      mending = true
      say('The database ended by itself. What was saved is kept; until it is back nothing is saved.')
      await this.#mend('The database', patience, () => this.#beginDatabase())
      mending = false
    }, WATCH_MS)
  }

  async #beginDatabase() {
    const before = this.#cluster
    const port = (await isFree(before.port)) ? before.port : undefined
    this.#cluster = await startCluster(this.#options.data, port ? { port } : {})
    // Another program took the port meanwhile: the server is begun again with the new one.
    if (this.#cluster.port !== before.port) this.#server?.server.kill('SIGTERM')
  }

  #mend(name, patience, begin) {
    const { signal } = this.#stopping
    const done = this.#mending.then(() => !signal.aborted && beginAgain({ name, patience, signal, begin, say }))
    this.#mending = done.catch(() => undefined)
    return done.then((back) => {
      if (!back && !signal.aborted) this.#giveUp()
      return back
    })
  }
}

/** Loopback, unless HOST says otherwise. */
const shownHost = () => {
  const host = process.env.HOST || '127.0.0.1'
  return host.includes(':') ? `[${host}]` : host
}

/** A server left by a start that was killed ends by itself, and lets its port go. */
async function waitForPort(port) {
  for (const until = Date.now() + LETS_GO_MS; !(await isFree(port)) && Date.now() < until; )
    await new Promise((resolve) => setTimeout(resolve, WATCH_MS))
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
  let folder = ''
  try {
    checkNode()
    const { port, data, demo, nightly, address } = options()
    folder = data
    const { left, letGo } = takeLock(data, port)
    undo.push(letGo)
    ensureInstalled()
    ensureBuilt()
    if (left) await waitForPort(port)
    if (stopping) return
    const running = new Running({ data, port, demo, address }, () => void stop(1))
    undo.push(() => running.stop())
    const at = await running.begin()
    if (nightly && !stopping) keepNights(nightly, () => running.url(), say)
    if (!stopping) console.log(`Yard Lamp is ready: http://${shownHost()}:${at}/   (Ctrl-C stops it)`)
  } catch (error) {
    if (!stopping) say(fullDisk(error.message, folder) ?? error.message)
    await stop(error instanceof UsageError || error.code?.startsWith('ERR_PARSE_ARGS') ? 2 : 1)
  }
}

await main()
