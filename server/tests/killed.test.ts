import { type ChildProcess, spawn } from 'node:child_process'
import { join } from 'node:path'
import { emptyJob } from '@yard-lamp/core'
import { expect, test } from 'vitest'
import { freshDatabaseUrl } from './harness.ts'

const root = join(import.meta.dirname, '../..')

async function startServer(url: string, demo: boolean): Promise<{ origin: string; child: ChildProcess }> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url, PORT: '0', DEMO: demo ? '1' : '0', LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const line = await new Promise<string>((resolve, reject) => {
    child.stdout?.once('data', (data) => resolve(String(data)))
    child.once('exit', (code) => reject(new Error(`the server ended (${code})`)))
  })
  return { origin: `http://127.0.0.1:${JSON.parse(line).listening}`, child }
}

const ended = (child: ChildProcess) => new Promise((resolve) => child.once('exit', resolve))

test('a save acknowledged just before the server is killed is there after its restart', async () => {
  const url = await freshDatabaseUrl()
  const first = await startServer(url, true)
  // biome-ignore lint/suspicious/noExplicitAny: answers are compared field by field
  const send = (origin: string, method: string, path: string, body?: unknown): Promise<any> =>
    fetch(origin + path, {
      method,
      ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
    }).then((answer) => answer.json())
  const made = await send(first.origin, 'POST', '/api/jobs', { job: emptyJob('Before') })
  const saved = await send(first.origin, 'PUT', `/api/jobs/${made.id}`, {
    baseRevision: 1,
    job: { ...made.job, name: 'After' },
  })
  first.child.kill('SIGKILL')
  await ended(first.child)
  const second = await startServer(url, true)
  const read = await send(second.origin, 'GET', `/api/jobs/${made.id}`)
  const { jobs } = await send(second.origin, 'GET', '/api/jobs')
  second.child.kill('SIGTERM')
  await ended(second.child)
  expect({ revision: read.revision, name: read.job.name }).toEqual({ revision: saved.revision, name: 'After' })
  // The demo jobs came once, with the new database.
  expect(jobs.map(({ name }: { name: string }) => name).sort()).toEqual([
    'After',
    'Clinic at Marrowbi Wells',
    'Narrowboat Corncrake',
    'Rescue hut Greyfell Saddle',
    'Saltmarsh ringing station',
  ])
})
