import { chosenOption, fieldStation } from '@yard-lamp/core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { calendarFile } from '../src/shares/calendar-file.ts'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
let id: string
const job = fieldStation()
const optionId = chosenOption(job).id
beforeAll(async () => {
  server = await startTestServer()
  id = (await server.request('POST', '/api/jobs', { job })).body.id
})
afterAll(() => server.close())

const made = async (kind: string, days = 30): Promise<{ share: { id: string }; token: string }> =>
  (await server.request('POST', `/api/jobs/${id}/shares`, { kind, optionId, forWhom: 'the warden', days })).body
const listed = async (shareId: string) =>
  (await server.request('GET', `/api/jobs/${id}/shares`)).body.shares.find(
    (each: { id: string }) => each.id === shareId,
  )

describe('a link', () => {
  test('shows the quote of one option, and nothing of what it costs the seller', async () => {
    const { share, token } = await made('quote')
    const { status, body } = await server.request('GET', `/api/shared/${token}`)
    expect(status).toBe(200)
    expect(body).toMatchObject({ kind: 'quote', jobName: job.name, shown: { options: [{ id: optionId }] } })
    expect(body.shown.options).toHaveLength(1)
    const text = JSON.stringify(body)
    for (const word of ['markup', 'cost', 'design', 'supplier']) expect(text).not.toContain(`"${word}`)
    expect(await listed(share.id)).toMatchObject({ opened: 1, revokedAt: null, forWhom: 'the warden' })
  })

  test('shows the report with its drawings', async () => {
    const { token } = await made('sheet')
    const { body } = await server.request('GET', `/api/shared/${token}`)
    expect(body.shown.content.title).toBe(job.name)
    expect(body.shown.drawings[0]).toMatch(/^<svg /)
  })

  test('shows the log, empty or not, and the upkeep as a calendar', async () => {
    const log = await made('log')
    expect((await server.request('GET', `/api/shared/${log.token}`)).body.shown).toEqual({ told: null, lacks: '' })
    const record = {
      kind: 'cleaning',
      id: crypto.randomUUID(),
      at: '2026-01-01T10:00:00.000Z',
      when: '2024-01-01T10:00:00.000Z',
      by: 'Odo',
      note: '',
      cleaned: 'washed',
    }
    expect((await server.request('POST', `/api/jobs/${id}/records`, { records: [record] })).status).toBe(204)
    const upkeep = await made('upkeep')
    const feed = await server.request('GET', `/api/feeds/${upkeep.token}.ics`)
    expect(feed.headers.get('content-type')).toContain('text/calendar')
    expect(feed.body).toMatch(/^BEGIN:VCALENDAR/)
    expect(feed.body).toContain('SUMMARY:Overdue: ')
    expect((await server.request('GET', `/api/feeds/${log.token}.ics`)).status).toBe(404)
  })

  test('taken back or over it shows nothing, and is not counted', async () => {
    const { share, token } = await made('quote')
    expect((await server.request('DELETE', `/api/jobs/${id}/shares/${share.id}`)).status).toBe(204)
    expect((await server.request('GET', `/api/shared/${token}`)).body.error.code).toBe('SHARE_NOT_FOUND')
    const feed = await made('upkeep')
    await server.request('DELETE', `/api/jobs/${id}/shares/${feed.share.id}`)
    expect((await server.request('GET', `/api/feeds/${feed.token}.ics`)).status).toBe(404)
    expect(await listed(share.id)).toMatchObject({ opened: 0 })
    const over = await made('quote', 1)
    await server.open.database.$client.query(`update shares set ends_at = '2025-12-31' where id = $1`, [over.share.id])
    expect((await server.request('GET', `/api/shared/${over.token}`)).status).toBe(404)
    await server.request('DELETE', `/api/jobs/${id}`)
    await server.request('POST', `/api/jobs/${id}/restore`)
  })

  test('of an option that is not there, or for ever, is not made', async () => {
    const ask = (more: object) =>
      server.request('POST', `/api/jobs/${id}/shares`, { kind: 'quote', optionId, forWhom: 'x', days: 1, ...more })
    expect((await ask({ optionId: 'none' })).body.error.message).toContain('optionId')
    expect((await ask({ days: 400 })).body.error.message).toContain('days')
    expect((await ask({ kind: 'all' })).status).toBe(400)
  })
})

test('a calendar holds a whole day each, and folds what is long', () => {
  const text = calendarFile({
    jobId: 'j',
    jobName: 'Hut',
    place: 'Cairn, north',
    today: '2026-11-29',
    tasks: [
      {
        task: {
          id: 'wash',
          title: 'Wash the array',
          how: 'Water; a soft broom. '.repeat(12),
          tools: 'broom',
          caution: 'Ladder',
          interval: { months: 6, hours: null, source: 'habit' },
          doneBy: [],
        },
        lastDay: null,
        lastBy: '',
        dueDay: '2027-02-28',
        state: 'later',
        because: 'each 6 months: habit',
      },
    ],
  })
  expect(text).toContain('DTSTART;VALUE=DATE:20270228')
  expect(text).toContain('LOCATION:Cairn\\, north')
  expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true)
})
