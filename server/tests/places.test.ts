import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const find = async (text: string) =>
  (await server.request('GET', `/api/places?find=${encodeURIComponent(text)}`)).body.places

describe('places by name', () => {
  test('accents, case and the order of words do not stand in the way', async () => {
    const [first] = await find('SAO PAULO')
    expect(first).toMatchObject({ name: 'São Paulo', country: 'Brazil', timeZone: 'America/Sao_Paulo', utcOffsetH: -3 })
    expect(first.latitudeDeg).toBeCloseTo(-23.55, 1)
    expect(first.longitudeDeg).toBeCloseTo(-46.64, 1)
  })

  test('region and country narrow what the name leaves open', async () => {
    const of = async (text: string) => (await find(text)).map(({ region }: { region: string }) => region)
    expect(new Set(await of('springfield')).size).toBeGreaterThan(3)
    expect((await of('springfield illinois'))[0]).toBe('Illinois')
  })

  test('the whole name first, then the more people', async () => {
    const found = await find('york')
    expect(found[0].name).toBe('York')
    expect(found.length).toBeLessThanOrEqual(12)
    expect(new Set(found.map(({ id }: { id: string }) => id)).size).toBe(found.length)
  })

  test('half hours of the clock, and standard time though summer time is kept', async () => {
    expect((await find('kathmandu'))[0].utcOffsetH).toBe(5.75)
    expect((await find('dublin ireland'))[0].utcOffsetH).toBe(0)
    expect((await find('sydney australia'))[0].utcOffsetH).toBe(10)
  })

  test('nothing found is an empty list; too short and too long are refused by name', async () => {
    expect(await find('zzqxv')).toEqual([])
    for (const text of ['a', 'x'.repeat(81), '']) {
      const { status, body } = await server.request('GET', `/api/places?find=${text}`)
      expect({ status, code: body.error.code }).toEqual({ status: 400, code: 'REQUEST_INVALID' })
      expect(body.error.message).toContain('find')
    }
    expect(await find('?? --')).toEqual([])
  })
})

describe('a spot of the map', () => {
  const at = (latitudeDeg: unknown, longitudeDeg: unknown) =>
    server.request('GET', `/api/places/at?latitudeDeg=${latitudeDeg}&longitudeDeg=${longitudeDeg}`)

  test('has its clock and the nearest named place', async () => {
    const { body } = await at(48.2, 16.37)
    expect(body.spot.timeZone).toBe('Europe/Vienna')
    expect(body.spot.utcOffsetH).toBe(1)
    expect(body.spot.nearest.place.country).toBe('Austria')
    expect(body.spot.nearest.distanceKm).toBeLessThan(5)
  })

  test('over the edge of the map the nearest is across it', async () => {
    const { body } = await at(-17, 179.99)
    expect(body.spot.nearest.place.country).toBe('Fiji')
    expect(body.spot.nearest.distanceKm).toBeLessThan(150)
  })

  test('poles and the middle of an ocean are answered', async () => {
    for (const [latitude, longitude] of [
      [90, 0],
      [-90, 180],
      [0, -140],
    ]) {
      const { status, body } = await at(latitude, longitude)
      expect(status).toBe(200)
      expect(Number.isFinite(body.spot.utcOffsetH)).toBe(true)
    }
  })

  test.each([
    [91, 0],
    [0, 181],
    ['north', 0],
    ['NaN', 0],
  ])('%s, %s is refused by name', async (latitude, longitude) => {
    const { status, body } = await at(latitude, longitude)
    expect(status).toBe(400)
    expect(body.error.message).toMatch(/latitudeDeg|longitudeDeg/)
  })
})
