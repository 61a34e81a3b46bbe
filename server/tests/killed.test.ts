import { emptyJob } from '@yard-lamp/core'
import { expect, test } from 'vitest'
import { freshDatabaseUrl, startProgram } from './harness.ts'

test('a save acknowledged just before the server is killed is there after its restart', async () => {
  const url = await freshDatabaseUrl()
  const first = startProgram({ DATABASE_URL: url, DEMO: '1' })
  // biome-ignore lint/suspicious/noExplicitAny: answers are compared field by field
  const send = (origin: string, method: string, path: string, body?: unknown): Promise<any> =>
    fetch(origin + path, {
      method,
      ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
    }).then((answer) => answer.json())
  const made = await send(await first.origin, 'POST', '/api/jobs', { job: emptyJob('Before') })
  const saved = await send(await first.origin, 'PUT', `/api/jobs/${made.id}`, {
    baseRevision: 1,
    job: { ...made.job, name: 'After' },
  })
  first.child.kill('SIGKILL')
  await first.ended
  const second = startProgram({ DATABASE_URL: url, DEMO: '1' })
  const read = await send(await second.origin, 'GET', `/api/jobs/${made.id}`)
  const { jobs } = await send(await second.origin, 'GET', '/api/jobs')
  second.child.kill('SIGTERM')
  await second.ended
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
