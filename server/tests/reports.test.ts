import { randomUUID } from 'node:crypto'
import { fieldStation } from '@yard-lamp/core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
let id = ''
beforeAll(async () => {
  server = await startTestServer()
  id = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body.id
})
afterAll(() => server.close())

const report = (of: string, query = '') => fetch(`${server.origin}/api/jobs/${of}/report.pdf${query}`)

describe('GET /api/jobs/:id/report.pdf', () => {
  test('gives the report as it is saved, named after its job, for each reader', async () => {
    const pages: number[] = []
    for (const reader of ['everyone', 'customer', 'inspector', 'workshop']) {
      const answer = await report(id, `?for=${reader}`)
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf'])
      expect(answer.headers.get('content-disposition')).toContain("UTF-8''Saltmarsh%20ringing%20station.pdf")
      const bytes = Buffer.from(await answer.arrayBuffer())
      const text = bytes.toString('latin1')
      expect(text.slice(0, 5)).toBe('%PDF-')
      expect(text.trimEnd().slice(-5)).toBe('%%EOF')
      // An outline, a title, and pages of A4.
      expect(text).toMatch(/\/Outlines/)
      expect(text).toMatch(/\/Title/)
      pages.push(text.match(/\/Type \/Page\b/g)?.length ?? 0)
    }
    const [everyone = 0, customer = 0, inspector = 0, workshop = 0] = pages
    expect(everyone).toBeGreaterThan(inspector)
    expect(inspector).toBeGreaterThan(customer)
    expect(Math.min(customer, workshop)).toBeGreaterThan(4)
  })

  test('holds what was built, with photographs of it', async () => {
    const built = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body.id
    const common = () => ({ id: randomUUID(), at: '2026-11-28T09:00:00.000Z', by: 'Ines Varga' })
    const fileId = randomUUID()
    const photo = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#456' } })
      .png()
      .toBuffer()
    await fetch(`${server.origin}/api/jobs/${built}/files/${fileId}`, { method: 'PUT', body: new Uint8Array(photo) })
    const records = [
      { ...common(), kind: 'begin', optionId: 'a', revision: 1, reason: '' },
      { ...common(), kind: 'photo', stepId: 'board.off', fileId, caption: '' },
    ]
    expect((await server.request('POST', `/api/jobs/${built}/records`, { records })).status).toBe(204)
    const imagesIn = async (of: string) =>
      Buffer.from(await (await report(of, '?for=inspector')).arrayBuffer())
        .toString('latin1')
        .match(/\/DCTDecode/g)?.length ?? 0
    expect([await imagesIn(id), await imagesIn(built)]).toEqual([0, 1])
  })

  test('answers others while it is made', async () => {
    const made = report(id)
    const startedMs = performance.now()
    expect((await fetch(`${server.origin}/api/health`)).status).toBe(200)
    expect(performance.now() - startedMs).toBeLessThan(1000)
    expect((await made).status).toBe(200)
  })

  test.each([
    ['another reader', '?for=nobody', 400, 'for: one of everyone, customer, inspector, workshop'],
    ['another paper', '?paper=A0', 400, 'paper: A4 or Letter'],
    ['an unknown word', '?colour=red', 400, 'request:'],
  ])('refuses %s', async (_, query, status, said) => {
    const answer = await report(id, query)
    expect(answer.status).toBe(status)
    expect((await answer.json()).error.message).toContain(said)
  })

  test('has none of a job that is not there', async () => {
    expect((await report('00000000-0000-4000-8000-000000000009')).status).toBe(404)
    expect((await report('no-id')).status).toBe(404)
  })

  test('refuses what would wait too long, and goes on', async () => {
    const answers = await Promise.all(Array.from({ length: 11 }, () => report(id, '?for=customer')))
    const statuses = answers.map(({ status }) => status)
    expect(statuses.filter((status) => status === 200).length).toBeGreaterThanOrEqual(8)
    expect(statuses).toContain(429)
    expect((await report(id, '?for=customer')).status).toBe(200)
  })
})
