import { applyAll, type Edit, emptyJob, fieldStation, type Job } from '@yard-lamp/core'
import { expect, test } from 'vitest'
import { freshDatabaseUrl, startProgram } from './harness.ts'

/** Times the server is killed; KILL_ROUNDS for more. */
const ROUNDS = Number(process.env.KILL_ROUNDS ?? 4)

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

/** Saves of one client, each on top of the last one acknowledged, half as acts and half as documents, until the server is gone. */
async function saveUntilGone(
  origin: string,
  id: string,
  job: Job,
  from: Acknowledged,
  onSaved: () => void,
): Promise<Acknowledged> {
  let [last, sent] = [from, from.n]
  for (;;) {
    sent += 1
    const act: Edit = { act: 'set-job', patch: { note: `${id} ${sent}` } }
    const body =
      sent % 2 === 0
        ? { baseRevision: last.revision, acts: [act] }
        : { baseRevision: last.revision, job: applyAll(job, [act]) }
    try {
      const answer = await fetch(`${origin}/api/jobs/${id}`, {
        method: sent % 2 === 0 ? 'PATCH' : 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      })
      const { revision } = (await answer.json()) as { revision?: number }
      // Where the last answer was lost, the document is one further than this client knows: it reads, and goes on.
      if (!answer.ok || !revision) return last
      last = { revision, n: sent }
      onSaved()
    } catch {
      return last
    }
  }
}

interface Acknowledged {
  readonly revision: number
  /** Number of the save that came to it. */
  readonly n: number
}

test(
  'of saves that come together none that was acknowledged is lost and none is half written, however often the server is killed',
  async () => {
    const url = await freshDatabaseUrl()
    let program = startProgram({ DATABASE_URL: url })
    const job = { ...fieldStation(), note: '' }
    const post = async (origin: string) =>
      (await (
        await fetch(`${origin}/api/jobs`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ job }),
        })
      ).json()) as { id: string }
    const made = await program.origin
    const ids = await Promise.all(Array.from({ length: 12 }, async () => (await post(made)).id))
    let known = new Map<string, Acknowledged>(ids.map((id) => [id, { revision: 1, n: 0 }]))
    let acknowledged = 0
    let clients: Promise<Acknowledged>[] = []
    for (let round = 0; round < ROUNDS; round++) {
      const origin = await program.origin
      // Killed while saves are under way, after another number of them each time.
      let left = 9 + 13 * round
      const killed = new Promise<void>((resolve) => {
        const onSaved = () => {
          left -= 1
          if (left === 0) {
            program.child.kill('SIGKILL')
            resolve()
          }
        }
        clients = ids.map((id) => saveUntilGone(origin, id, job, known.get(id) as Acknowledged, onSaved))
      })
      await killed
      await program.ended
      const before = known
      const reached = await Promise.all(clients)
      known = new Map(ids.map((id, i) => [id, reached[i] as Acknowledged]))
      program = startProgram({ DATABASE_URL: url })
      const again = await program.origin
      for (const id of ids) {
        const last = known.get(id) as Acknowledged
        acknowledged += last.n - (before.get(id)?.n ?? 0)
        const read = (await (await fetch(`${again}/api/jobs/${id}`)).json()) as { revision: number; job: Job }
        // What was acknowledged, or the one after it, whose answer was lost: whole either way.
        expect([last.revision, last.revision + 1]).toContain(read.revision)
        const n = read.revision === last.revision ? last.n : last.n + 1
        expect(read.job).toEqual({ ...job, note: n === 0 ? '' : `${id} ${n}` })
        known.set(id, { revision: read.revision, n })
      }
    }
    if (process.env.KILL_ROUNDS)
      process.stderr.write(`${ROUNDS} kills, ${acknowledged} saves acknowledged, none lost\n`)
    expect(acknowledged).toBeGreaterThan(50)
    program.child.kill('SIGTERM')
    await program.ended
  },
  40_000 + 5000 * ROUNDS,
)
