/** The built application with a database of its own, and a browser to look at it: for the bench and the pictures. */
import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { type AddressInfo, connect, createServer, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import process from 'node:process'
import { chromium } from '@playwright/test'
import { startCluster } from './postgres.mjs'

const root = join(import.meta.dirname, '..')

/** How Debian's Chromium is started everywhere in this project. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

export interface Application {
  readonly origin: string
  readonly cluster: Awaited<ReturnType<typeof startCluster>>
  stop(): Promise<void>
}

/**
 * A line between browser and server that can be cut, slow, or break half-way: what was sent arrives, its answer does not.
 * Bytes are passed on as they are.
 */
export interface Line {
  readonly origin: string
  /** @param state `open`; `cut`: nobody answers; `slow`: each piece waits; `half`: answers to what changes something are lost */
  set(state: 'open' | 'cut' | 'slow' | 'half'): void
  close(): Promise<void>
}

/** A piece on a slow line waits so long, ms. */
const SLOW_MS = 150

export async function startLine(to: string): Promise<Line> {
  const target = new URL(to)
  let state: 'open' | 'cut' | 'slow' | 'half' = 'open'
  const sockets = new Set<Socket>()
  const server = createServer((near) => {
    if (state === 'cut') return void near.destroy()
    const far = connect(Number(target.port), target.hostname)
    let isChange = false
    for (const [from, other] of [
      [near, far],
      [far, near],
    ] as const) {
      sockets.add(from)
      from.on('error', () => other.destroy())
      from.on('close', () => {
        sockets.delete(from)
        other.destroy()
      })
    }
    near.on('data', (piece) => {
      isChange = /^(POST|PUT|PATCH|DELETE) /.test(piece.toString('latin1', 0, 8)) || (isChange && piece.length > 1000)
      if (state === 'slow') setTimeout(() => far.write(piece), SLOW_MS)
      else far.write(piece)
    })
    far.on('data', (piece) => {
      if (state === 'half' && isChange) return void near.destroy()
      if (state === 'slow') setTimeout(() => near.write(piece), SLOW_MS)
      else near.write(piece)
    })
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const { port } = server.address() as AddressInfo
  return {
    origin: `http://127.0.0.1:${port}`,
    set(next) {
      state = next
      if (next === 'cut') for (const socket of sockets) socket.destroy()
    },
    close() {
      for (const socket of sockets) socket.destroy()
      return new Promise((closed) => server.close(() => closed()))
    },
  }
}

/** @param durable waits for the disk as in use; otherwise as fast as tests want it */
export async function startApplication({ durable = false, demo = true } = {}): Promise<Application> {
  const folder = mkdtempSync(join(tmpdir(), 'yardlamp-'))
  chmodSync(folder, 0o755) // the user PostgreSQL runs as must reach it
  const cluster = await startCluster(folder, { temporary: !durable })
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: cluster.url,
    PORT: '0',
    DEMO: demo ? '1' : '0',
    PAGES: join(root, 'dist/pages'),
    MIGRATIONS: join(root, 'server/drizzle'),
    LOG_LEVEL: 'silent',
  }
  const server = spawn(process.execPath, [join(root, 'dist/server.mjs')], { env, stdio: ['ignore', 'pipe', 'inherit'] })
  const port = await new Promise<number>((resolve, reject) => {
    server.stdout.once('data', (line) => resolve(JSON.parse(String(line)).listening))
    server.once('exit', (code) => reject(new Error(`the server ended (${code})`)))
  })
  return {
    origin: `http://127.0.0.1:${port}`,
    cluster,
    async stop() {
      const ended = new Promise((resolve) => server.once('exit', resolve))
      server.kill('SIGTERM')
      await ended
      cluster.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** Asks a server as a page does. @throws with what it says where it refuses */
export async function sendJson<T = { id: string; revision: number }>(
  origin: string,
  method: string,
  path: string,
  body?: unknown,
): Promise<T> {
  const answer = await fetch(origin + path, {
    method,
    ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
  })
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
  return (answer.status === 204 ? undefined : await answer.json()) as T
}

export const launchBrowser = () => chromium.launch(CHROMIUM)
