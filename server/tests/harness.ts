import { type ChildProcess, spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import process from 'node:process'
import pg from 'pg'
import { pino } from 'pino'
import { inject } from 'vitest'
import { createServer } from '../src/app.ts'
import { migrateDatabase, type OpenDatabase, openDatabase, writeCatalogue } from '../src/database.ts'
import type { Reached } from '../src/http/guard-origin.ts'
import { Live } from '../src/readings/live.ts'

export const MIGRATIONS = join(import.meta.dirname, '../drizzle')

/** A database of its own on the tests' cluster. */
export async function freshDatabaseUrl(): Promise<string> {
  const admin = new pg.Client({ connectionString: inject('clusterUrl') })
  await admin.connect()
  const name = `t${randomUUID().replaceAll('-', '')}`
  await admin.query(`create database ${name}`)
  await admin.end()
  return inject('clusterUrl').replace(/\/postgres$/, `/${name}`)
}

export interface Answer {
  readonly status: number
  readonly headers: Headers
  // biome-ignore lint/suspicious/noExplicitAny: answers are compared whole, whatever their shape
  readonly body: any
}

export interface TestServer {
  readonly origin: string
  readonly open: OpenDatabase
  readonly url: string
  request(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Answer>
  close(): Promise<void>
}

/** The server on a free port with a fresh, migrated database and a clock that ticks a second a reading. */
export async function startTestServer(
  options: { url?: string; pagesFolder?: string; reached?: Reached } = {},
): Promise<TestServer> {
  const url = options.url ?? (await freshDatabaseUrl())
  const open = openDatabase(url, () => undefined)
  if (!options.url) {
    await migrateDatabase(open.database, MIGRATIONS)
    await writeCatalogue(open.database)
  }
  let seconds = 0
  const now = () => new Date(Date.UTC(2026, 0, 1, 0, 0, seconds++))
  const log = pino({ level: 'silent' })
  const live = new Live(url, log)
  const server: Server = createServer({
    database: open.database,
    now,
    log,
    live,
    programMark: 'test',
    program: '0.0.0',
    reached: options.reached ?? { onLoopback: true },
    ...(options.pagesFolder === undefined ? {} : { pagesFolder: options.pagesFolder }),
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  return {
    origin,
    open,
    url,
    async request(method, path, body, headers = {}) {
      const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
      const response = await fetch(origin + path, {
        method,
        headers: { ...(text === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers },
        ...(text === undefined ? {} : { body: text }),
      })
      const answer = await response.text()
      const json = response.headers.get('content-type')?.includes('json')
      return { status: response.status, headers: response.headers, body: json ? JSON.parse(answer) : answer }
    },
    async close() {
      await live.close()
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await open.close()
    },
  }
}

const root = join(import.meta.dirname, '../..')

/** The server as a process of its own, as the start runs it. */
export interface Program {
  readonly child: ChildProcess
  /** Its address, once it says that it listens; refused with what it said where it ends first. */
  readonly origin: Promise<string>
  /** Code it ended with, and what it said on standard error. */
  readonly ended: Promise<{ readonly code: number | null; readonly said: string }>
}

export function startProgram(environment: Readonly<Record<string, string>>): Program {
  const child = spawn(process.execPath, [inject('serverFile')], {
    cwd: root,
    env: { ...process.env, MIGRATIONS: join(root, 'server/drizzle'), PORT: '0', LOG_LEVEL: 'silent', ...environment },
    stdio: ['pipe', 'pipe', 'pipe'],
  })
  let said = ''
  child.stderr.on('data', (part) => {
    said += part
  })
  const ended = new Promise<{ code: number | null; said: string }>((resolve) =>
    child.once('close', (code) => resolve({ code, said })),
  )
  const origin = new Promise<string>((resolve, reject) => {
    child.stdout.once('data', (line) => resolve(`http://127.0.0.1:${JSON.parse(String(line)).listening}`))
    void ended.then(({ code }) => reject(new Error(`the server ended (${code}): ${said}`)))
  })
  origin.catch(() => undefined)
  return { child, origin, ended }
}
