import { emptyJob, fieldStation } from '@yard-lamp/core'
import type { Study } from '@yard-lamp/core/report'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { THIS_MACHINE } from '../src/people/actor.ts'
import { StudyStore } from '../src/studies/store.ts'
import { freshDatabaseUrl, type Program, startProgram, startTestServer, type TestServer } from './harness.ts'

const YEARS = { kind: 'years', years: 3000 } as const

async function send<T>(
  origin: string,
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: T }> {
  const answer = await fetch(origin + path, {
    method,
    ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
  })
  const text = await answer.text()
  return { status: answer.status, body: (text === '' ? undefined : JSON.parse(text)) as T }
}

test('two servers share what is asked; one killed in the middle loses nothing, and the other goes on from there', async () => {
  const url = await freshDatabaseUrl()
  const programs: Program[] = [startProgram({ DATABASE_URL: url })]
  const [one] = programs as [Program]
  const first = await one.origin
  const { body: job } = await send<{ id: string }>(first, 'POST', '/api/jobs', { job: fieldStation() })
  const at = `/api/jobs/${job.id}/studies`
  try {
    const asked = await send<Study>(first, 'POST', at, YEARS)
    expect([asked.status, asked.body.state]).toEqual([202, 'waiting'])
    const study = async (origin: string) =>
      (await send<{ studies: Study[] }>(origin, 'GET', at)).body.studies[0] as Study
    await expect.poll(async () => (await study(first)).progress, { timeout: 30_000 }).toBeGreaterThan(0)
    programs.push(startProgram({ DATABASE_URL: url }))
    const second = await (programs[1] as Program).origin
    one.child.kill('SIGKILL')
    const before = (await study(second)).progress
    await expect.poll(async () => outcome(await study(second)), { timeout: 60_000, interval: 500 }).toBe('done')
    const { result, progress } = await study(second)
    expect(progress).toBe(1)
    expect(before).toBeGreaterThan(0)
    expect(result?.years).toBe(YEARS.years)
    expect(result?.carriedYears).toBeGreaterThan(0.9 * YEARS.years)
    expect(result?.lowFraction).toBeLessThan((result?.carriedYears ?? 0) / YEARS.years)

    const report = await send<Study>(second, 'POST', at, { kind: 'report', for: 'customer', paper: 'A4' })
    await expect.poll(async () => (await study(second)).state, { timeout: 60_000 }).toBe('done')
    const pdf = await fetch(`${second}${at}/${report.body.id}/report.pdf`)
    expect(pdf.headers.get('content-type')).toBe('application/pdf')
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')

    const long = await send<Study>(second, 'POST', at, { ...YEARS, years: 5000 })
    await expect.poll(async () => (await study(second)).state, { timeout: 30_000 }).toBe('working')
    expect((await send(second, 'DELETE', `${at}/${long.body.id}`)).status).toBe(204)
    expect(await study(second)).toMatchObject({ state: 'cancelled' })
    // What comes next is not held up by it.
    await send<Study>(second, 'POST', at, { ...YEARS, years: 100 })
    await expect.poll(async () => (await study(second)).state, { timeout: 30_000 }).toBe('done')
  } finally {
    for (const { child, ended } of programs) {
      child.kill('SIGKILL')
      await ended
    }
  }
}, 180_000)

/** Where it stands; why it failed, where it did. */
const outcome = ({ state, problem }: Study): string => problem || state

let server: TestServer
let jobId = ''
beforeAll(async () => {
  server = await startTestServer()
  jobId = (await server.request('POST', '/api/jobs', { job: emptyJob('Barn') })).body.id
})
afterAll(() => server.close())

test('shares are fair: whoever asked for much does not keep the others waiting', async () => {
  let seconds = 0
  const studies = new StudyStore(server.open.database, () => new Date(Date.UTC(2026, 0, 1, 0, 0, seconds++)))
  const [many, other] = [
    { ...THIS_MACHINE, id: 'many' },
    { ...THIS_MACHINE, id: 'other' },
  ]
  for (let i = 0; i < 3; i++) await studies.ask(many, jobId, 1, YEARS)
  await studies.ask(other, jobId, 1, YEARS)
  const claimed = []
  for (let i = 0; i < 4; i++) claimed.push(await studies.claim())
  expect(claimed.map((each) => each?.askedBy)).toEqual(['many', 'other', 'many', 'many'])
  expect(await studies.claim()).toBeNull()
  // A server that is gone three times with one is not sent a fourth.
  seconds += 60
  for (let i = 0; i < 3; i++) {
    expect(await studies.takeUp()).toBe(i < 2 ? 4 : 0)
    for (let n = 0; n < 4; n++) await studies.claim()
    seconds += 60
  }
  expect((await studies.list(many, jobId)).map(({ state }) => state)).toEqual(Array(4).fill('failed'))
})

test('what cannot be studied says why; too many wait their turn', async () => {
  const at = `/api/jobs/${jobId}/studies`
  expect((await server.request('POST', at, { kind: 'years', years: 7 })).body.error.message).toContain(
    'from 100 to 5000',
  )
  for (let i = 0; i < 5; i++) expect((await server.request('POST', at, YEARS)).status).toBe(202)
  expect((await server.request('POST', at, YEARS)).body.error.code).toBe('STUDIES_FULL')
  const { studies } = (await server.request('GET', at)).body
  expect((await server.request('GET', `${at}/${studies[0].id}/report.pdf`)).body.error.code).toBe('STUDY_NOT_FOUND')
  expect((await server.request('DELETE', `${at}/none`)).body.error.code).toBe('STUDY_NOT_FOUND')
})
