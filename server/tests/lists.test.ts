import { emptyJob } from '@yard-lamp/core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
const ids = new Map<string, string>()
const summary = { answers: {}, needs: 0, danger: 0, fault: 0, advice: 0, year: null }

beforeAll(async () => {
  server = await startTestServer()
  const { mark } = (await server.request('GET', '/api/catalogue')).body
  for (let i = 0; i < 60; i++) {
    const name = `Barn ${String(i).padStart(2, '0')}`
    const { id } = (await server.request('POST', '/api/jobs', { job: emptyJob(name) })).body
    ids.set(name, id)
    const place = i < 3 ? 'Under_hill 100%' : 'Moor'
    const said = {
      ...summary,
      place,
      customer: i === 7 ? 'Odo Marl' : '',
      danger: i === 8 ? 1 : 0,
      fault: i > 7 && i < 10 ? 1 : 0,
    }
    const kept = await server.request('PUT', `/api/jobs/${id}/summary`, { revision: 1, summary: said, mark })
    expect(kept.status).toBe(204)
  }
})
afterAll(() => server.close())

const list = async (query: string) => {
  const { body } = await server.request('GET', `/api/jobs?${query}`)
  return { ...body, names: body.jobs.map(({ name }: { name: string }) => name) }
}
const at = (name: string): string => `/api/jobs/${ids.get(name)}`

describe('a list of jobs', () => {
  test('comes page by page, what was saved last first, none twice and none left out', async () => {
    const first = await list('')
    expect(first.names).toHaveLength(50)
    expect(first.names[0]).toBe('Barn 59')
    expect(first.total).toBe(60)
    const second = await list(`after=${first.next}`)
    expect(second.next).toBeNull()
    expect(new Set([...first.names, ...second.names]).size).toBe(60)
  })

  test('is searched by words of name, place and customer, whatever their letters mean elsewhere', async () => {
    expect((await list('find=barn+59')).names).toEqual(['Barn 59'])
    expect((await list('find=MARL')).names).toEqual(['Barn 07'])
    expect((await list(`find=${encodeURIComponent('100%')}`)).total).toBe(3)
    expect((await list('find=under_')).total).toBe(3)
    expect((await list('find=n_e')).total).toBe(0)
    expect((await list(`find=${encodeURIComponent("'; drop table jobs")}`)).total).toBe(0)
  })

  test('is asked by the worst of a job', async () => {
    expect((await list('state=danger')).names).toEqual(['Barn 08'])
    expect((await list('state=fault')).names).toEqual(['Barn 09'])
    expect((await list('state=silent')).total).toBe(58)
    expect((await server.request('GET', '/api/jobs?state=odd')).body.error.message).toContain('state: one of danger')
  })

  test('files jobs in folders, and puts those done with out of the way', async () => {
    for (const name of ['Barn 01', 'Barn 02'])
      expect((await server.request('PUT', `${at(name)}/place`, { folder: 'North farms' })).status).toBe(204)
    await server.request('PUT', `${at('Barn 02')}/place`, { isArchived: true })
    expect((await list('folder=North+farms')).names).toEqual(['Barn 01'])
    expect((await list('among=archive')).jobs).toEqual([
      expect.objectContaining({ name: 'Barn 02', folder: 'North farms', isArchived: true }),
    ])
    expect((await list('')).folders).toEqual([{ name: 'North farms', jobs: 2 }])
    expect((await list('find=north')).total).toBe(1)
    await server.request('PUT', `${at('Barn 02')}/place`, { isArchived: false, folder: '' })
    expect((await list('')).total).toBe(60)
    expect((await server.request('PUT', `${at('Barn 01')}/place`, { folder: 7 })).status).toBe(400)
  })

  test('shows what is overdue today, and no more once it was done', async () => {
    // The clock of the tests stands at the first of January 2026.
    await server.request('PUT', `${at('Barn 05')}/due`, { dueDay: '2025-12-31' })
    await server.request('PUT', `${at('Barn 06')}/due`, { dueDay: '2026-01-02' })
    expect((await list('among=overdue')).jobs).toEqual([
      expect.objectContaining({ name: 'Barn 05', dueDay: '2025-12-31' }),
    ])
    await server.request('PUT', `${at('Barn 05')}/due`, { dueDay: null })
    expect((await list('among=overdue')).total).toBe(0)
    expect((await server.request('PUT', `${at('Barn 05')}/due`, { dueDay: 'soon' })).body.error.message).toContain(
      'dueDay',
    )
  })
})

test('pages that have a job open hear of each other, and of what was saved', async () => {
  const tell = async (pageId: string, isEditing: boolean) =>
    (await server.request('POST', `${at('Barn 20')}/presence`, { pageId, isEditing })).body
  expect(await tell('one', true)).toEqual({ others: [], revision: 1 })
  expect(await tell('two', false)).toEqual({
    others: [{ name: 'this machine', isYou: true, isEditing: true }],
    revision: 1,
  })
  // Each request is a second here: one that was silent for long is gone.
  for (let i = 0; i < 30; i++) await tell('two', false)
  expect((await tell('two', false)).others).toEqual([])
  await server.request('PUT', at('Barn 20'), { baseRevision: 1, job: emptyJob('Barn 20 now') })
  expect((await tell('two', false)).revision).toBe(2)
  expect((await server.request('POST', '/api/jobs/none/presence', { pageId: 'x', isEditing: false })).status).toBe(404)
})
