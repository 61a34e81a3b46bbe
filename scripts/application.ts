/** The built application with a database of its own, and a browser to look at it: for the bench and the pictures. */
import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
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

export const launchBrowser = () => chromium.launch(CHROMIUM)
