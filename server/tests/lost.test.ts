import { emptyJob, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import pg from 'pg'
import { expect, test } from 'vitest'
import { freshDatabaseUrl, startProgram } from './harness.ts'

const send = (origin: string, method: string, path: string, body?: unknown) =>
  fetch(origin + path, {
    method,
    ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
    // biome-ignore lint/suspicious/noExplicitAny: answers are compared field by field
  }).then(async (answer): Promise<any> => ({ status: answer.status, ...((await answer.json()) as object) }))

/** The database of a program, as its keeper sees it. */
async function keeperOf(url: string) {
  const keeper = new pg.Client({ connectionString: url })
  await keeper.connect()
  const others =
    "from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and backend_type = 'client backend'"
  return {
    keeper,
    /** Ends every connection but this one. */
    cut: () => keeper.query(`select pg_terminate_backend(pid) ${others}`),
    /** Waits until so many others wait for a lock. */
    async waiting(count: number) {
      for (;;) {
        const { rows } = await keeper.query(
          'select count(distinct pid)::int as n from pg_locks where not granted and database = (select oid from pg_database where datname = current_database())',
        )
        if (rows[0].n >= count) return
      }
    },
  }
}

test('connections cut while they idle, save, import and wait in a transaction end no server; it goes on by itself', async () => {
  const url = await freshDatabaseUrl()
  const program = startProgram({ DATABASE_URL: url, LOG_LEVEL: 'info' })
  const origin = await program.origin
  const { keeper, cut, waiting } = await keeperOf(url)
  const { id } = await send(origin, 'POST', '/api/jobs', { job: emptyJob('Mine') })
  await cut()
  const items = SHIPPED_CATALOGUE.panels.map((panel) => ({ ...panel, id: `x-${panel.id}` }))
  for (const table of ['jobs', 'job_revisions', 'catalogue_items']) {
    // Whoever writes waits inside its transaction for this lock, and is cut there.
    await keeper.query(`begin; lock table ${table} in access exclusive mode`)
    const [path, body] =
      table === 'catalogue_items' ? ['/api/catalogue/import', { items }] : ['/api/jobs', { job: emptyJob('Other') }]
    const written = send(origin, 'POST', path as string, body)
    const saved =
      table === 'catalogue_items'
        ? null
        : send(origin, 'PUT', `/api/jobs/${id}`, { baseRevision: 1, job: emptyJob('Mine, later') })
    await waiting(saved ? 2 : 1)
    await cut()
    const answers = [await written, ...(saved ? [await saved] : [])]
    expect(answers.map(({ status, error }) => [status, error.message])).toEqual(
      answers.map(() => [503, 'The database does not answer. Nothing was changed.']),
    )
    await keeper.query('rollback')
    expect((await send(origin, 'GET', '/api/health')).status).toBe('ok')
  }
  const again = await send(origin, 'PUT', `/api/jobs/${id}`, { baseRevision: 1, job: emptyJob('Mine, later') })
  expect([again.status, again.revision]).toEqual([200, 2])
  await keeper.end()
  program.child.kill('SIGTERM')
  const { code, said } = await program.ended
  expect(code).toBe(0)
  // What the log says of it holds no statement and nothing that was entered.
  expect(said).toContain('a connection to the database is lost')
  expect(said).toContain('"msg":"The database does not answer. Nothing was changed."')
  expect(said).toContain('"msg":"The database answers again, and what is sent is saved."')
  expect(said).not.toMatch(/insert into|Mine|Other|yard-lamp-job|params/i)
})

test('a database that is stopped and started again, ten times, is found again each time', async () => {
  const url = await freshDatabaseUrl()
  const program = startProgram({ DATABASE_URL: url })
  const origin = await program.origin
  const { keeper, cut } = await keeperOf(url)
  const { id } = await send(origin, 'POST', '/api/jobs', { job: emptyJob('Mine') })
  let revision = 1
  for (let round = 0; round < 10; round++) {
    const saves = Array.from({ length: 8 }, () => send(origin, 'GET', `/api/jobs/${id}`))
    const save = send(origin, 'PUT', `/api/jobs/${id}`, { baseRevision: revision, job: emptyJob(`Round ${round}`) })
    await cut()
    expect((await Promise.all([...saves, save])).map(({ status }) => [200, 503].includes(status))).not.toContain(false)
    const now = await send(origin, 'GET', `/api/jobs/${id}`)
    expect(now.status).toBe(200)
    // Saved or not, never half: and sent again it is saved once.
    const again = await send(origin, 'PUT', `/api/jobs/${id}`, {
      baseRevision: revision,
      job: emptyJob(`Round ${round}`),
    })
    expect([again.status, again.revision]).toEqual([200, revision + 1])
    revision += 1
  }
  await keeper.end()
  program.child.kill('SIGTERM')
  expect((await program.ended).code).toBe(0)
})
