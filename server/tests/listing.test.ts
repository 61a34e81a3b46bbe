import { catalogueOf, design, fieldStation, type JobListing, SHIPPED_ITEMS, summarise } from '@yard-lamp/core'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const create = async (name: string) =>
  (await server.request('POST', '/api/jobs', { job: { ...fieldStation(), name } })).body
const list = async (): Promise<JobListing[]> => (await server.request('GET', '/api/jobs')).body.jobs
const listed = async (id: string) => (await list()).find((each) => each.id === id)
const mark = async (): Promise<string> => (await server.request('GET', '/api/catalogue')).body.mark
const inForce = async () => (await server.request('GET', '/api/catalogue')).body.catalogue
/** As the page of the job would show it, with the catalogue it would be given. */
const asThePage = async (job: ReturnType<typeof fieldStation>) => summarise(design(job, await inForce()))

describe('the list and the page', () => {
  test('agree when sheets are retired, and when they come back', async () => {
    const { id, job } = await create('Retired')
    const before = await listed(id)
    const chosen = design(job, catalogueOf(SHIPPED_ITEMS)).battery.item?.id
    await server.request('POST', `/api/catalogue/items/${chosen}/retire`, {})
    const after = await listed(id)
    expect(after?.summary).toEqual(await asThePage(job))
    expect(after?.summary?.answers.battery).not.toBe(before?.summary?.answers.battery)
    await server.request('POST', `/api/catalogue/items/${chosen}/restore`, {})
    expect((await listed(id))?.summary).toEqual(before?.summary)
  })

  test('agree when another price list is taken', async () => {
    const { id, job } = await create('Priced')
    const panel = design(job, catalogueOf(SHIPPED_ITEMS)).array.layout?.panel
    if (!panel) throw new Error('no panel')
    const made = await server.request('POST', '/api/catalogue/price-lists', {
      list: {
        name: 'Dear',
        currency: 'EUR',
        date: '2026-11-01',
        rateToCatalogue: 1,
        prices: { [panel.id]: { price: 9999, stock: null } },
      },
      baseRevision: null,
    })
    expect(made.status).toBe(201)
    const before = await mark()
    await server.request('PUT', '/api/catalogue/active-price-list', { id: made.body.id })
    expect(await mark()).not.toBe(before)
    expect((await listed(id))?.summary).toEqual(await asThePage(job))
    await server.request('PUT', '/api/catalogue/active-price-list', { id: null })
    expect(await mark()).toBe(before)
  })
})

describe('what a save says of its design', () => {
  const told = async (job: ReturnType<typeof fieldStation>) => ({
    ...(await asThePage(job)),
    place: 'told by the page',
  })

  test('is what the list shows: nobody designs again', async () => {
    const { id, job } = await create('Told')
    const summary = await told(job)
    const saved = await server.request('PUT', `/api/jobs/${id}`, {
      baseRevision: 1,
      job,
      summarised: { summary, mark: await mark() },
    })
    expect(saved.status).toBe(200)
    expect((await listed(id))?.summary).toEqual(summary)
  })

  test('made with another catalogue is made anew when the list is read', async () => {
    const { id, job } = await create('Old mark')
    const summarised = { summary: await told(job), mark: 'of-last-week' }
    await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job, summarised })
    expect((await listed(id))?.summary).toEqual(await asThePage(job))
  })

  test('is not taken from an older save than the one that stands', async () => {
    const { id, job } = await create('Later')
    await server.request('PUT', `/api/jobs/${id}`, {
      baseRevision: 1,
      job,
      summarised: { summary: await told(job), mark: await mark() },
    })
    await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 2, job: { ...job, loads: [] } })
    expect((await listed(id))?.summary).toEqual(await asThePage({ ...job, loads: [] }))
  })

  test.each([
    [{ summary: { place: 'x' }, mark: 'm' }, /summary/],
    [{ summary: null, mark: 'm' }, /summary/],
    [{ mark: 'm' }, /summary/],
    ['words', /summarised/],
  ])('that is no summary is refused: %j', async (summarised, says) => {
    const { id, job } = await create('Refused')
    const answer = await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job, summarised })
    expect(answer.body.error).toMatchObject({ code: 'REQUEST_INVALID', message: expect.stringMatching(says) })
    expect((await server.request('GET', `/api/jobs/${id}`)).body.revision).toBe(1)
  })
})

describe('what a page says once it has worked the year', () => {
  const keep = async (id: string, body: object) => server.request('PUT', `/api/jobs/${id}/summary`, body)

  test('is what the list shows of that revision, and of no other', async () => {
    const { id, job } = await create('Worked')
    const summary = { ...(await asThePage(job)), year: 'carried' as const }
    expect((await listed(id))?.summary?.year).toBeNull()
    expect((await keep(id, { revision: 1, summary, mark: await mark() })).status).toBe(204)
    expect((await listed(id))?.summary).toEqual(summary)
    await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job: { ...job, loads: [] } })
    expect((await keep(id, { revision: 1, summary, mark: await mark() })).status).toBe(204)
    expect((await listed(id))?.summary).toEqual(await asThePage({ ...job, loads: [] }))
  })

  test('made with another catalogue is not shown', async () => {
    const { id, job } = await create('Worked last week')
    const summary = { ...(await asThePage(job)), year: 'carried' as const }
    await keep(id, { revision: 1, summary, mark: 'of-last-week' })
    expect((await listed(id))?.summary?.year).toBeNull()
  })

  test.each([
    [{ revision: 0 }, /revision/],
    [{ summary: { year: 'perhaps' } }, /summary/],
    [{ mark: 7 }, /mark/],
    [{ more: 1 }, /more/],
  ])('that is not one is refused: %j', async (wrong, says) => {
    const { id, job } = await create('Refused year')
    const body = { revision: 1, summary: await asThePage(job), mark: await mark(), ...wrong }
    const answer = await keep(id, body)
    expect([answer.status, answer.body.error.code]).toEqual([400, 'REQUEST_INVALID'])
    expect(answer.body.error.message).toMatch(says)
  })
})

describe('rows that cannot be read', () => {
  test('a job is listed without its answers, is refused by name, and the others stand', async () => {
    const broken = await create('Broken')
    const sound = await create('Sound')
    await server.open.database.execute(
      sql`update job_revisions set document = document::jsonb - 'site' where job_id = ${broken.id}`,
    )
    expect(await listed(broken.id)).toMatchObject({ name: 'Broken', summary: null })
    expect((await listed(sound.id))?.summary).toEqual(await asThePage(sound.job))
    const read = await server.request('GET', `/api/jobs/${broken.id}`)
    expect({ status: read.status, code: read.body.error.code }).toEqual({ status: 422, code: 'JOB_INVALID' })
    expect(read.body.error.message).toMatch(/site/)
  })

  test('a summary of another shape is made again', async () => {
    const { id, job } = await create('Old shape')
    await list()
    await server.open.database.execute(sql`update jobs set summary = '{"old": true}'::jsonb where id = ${id}`)
    expect((await listed(id))?.summary).toEqual(await asThePage(job))
  })

  test('a sheet is left out of the catalogue, and the rest is offered', async () => {
    await server.open.database.execute(sql`update catalogue_items set item = item - 'powerW' where id = 'dorveth-430'`)
    const ids = (await inForce()).panels.map(({ id }: { id: string }) => id)
    expect(ids).not.toContain('dorveth-430')
    expect(ids.length).toBeGreaterThan(3)
    const { body } = await server.request('GET', '/api/catalogue/items')
    expect(body.items.some(({ item }: { item: { id: string } }) => item.id === 'dorveth-430')).toBe(false)
  })
})
