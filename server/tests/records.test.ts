import { randomUUID } from 'node:crypto'
import { fieldStation } from '@yard-lamp/core'
import readExif from 'exif-reader'
import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
let id = ''
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  id = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body.id
})

const common = (minute = 0) => ({
  id: randomUUID() as string,
  at: `2026-11-28T09:${String(minute).padStart(2, '0')}:00.000Z`,
  by: 'Ines Varga',
})
const begin = () => ({ ...common(), kind: 'begin', optionId: 'lithium', revision: 1, reason: '' })
const passed = (stepId: string, more: object = {}) => ({
  ...common(1),
  kind: 'step',
  stepId,
  title: 'Strings agree',
  designation: 'GP1.1',
  mark: '0123abcd',
  outcome: 'pass',
  readings: [],
  now: null,
  note: '',
  ...more,
})
const signed = () => ({ ...common(2), kind: 'sign-off', revision: 1, day: '2026-11-28', statement: 'as built' })
const add = (...records: object[]) => server.request('POST', `/api/jobs/${id}/records`, { records })
const kept = async () => (await server.request('GET', `/api/jobs/${id}/records`)).body.records

describe('records of a job', () => {
  test('are kept in their order and given back as they were written', async () => {
    const records = [begin(), passed('board.off'), passed('string.GP1.1', { note: 'Sun through haze' })]
    expect((await add(...records)).status).toBe(204)
    expect(await kept()).toEqual(records)
  })

  test('sent twice are kept once; something else under the same id is refused', async () => {
    const first = begin()
    await add(first)
    expect((await add(first)).status).toBe(204)
    expect(await kept()).toHaveLength(1)
    const refused = await add({ ...first, reason: 'another' })
    expect([refused.status, refused.body.error.code]).toEqual([409, 'RECORD_DIFFERS'])
  })

  test('come between a beginning and a sign-off, and after it a new beginning', async () => {
    expect((await add(passed('board.off'))).body.error.code).toBe('BUILD_SIGNED')
    await add(begin())
    expect((await add(begin())).body.error.code).toBe('RECORD_ORDER')
    expect((await add(passed('board.off'), signed())).status).toBe(204)
    expect((await add(passed('board.off'))).body.error.code).toBe('BUILD_SIGNED')
    expect((await add(begin(), passed('board.off'))).status).toBe(204)
    expect(await kept()).toHaveLength(5)
  })

  test('are all kept or none', async () => {
    await add(begin())
    expect((await add(passed('a'), { ...passed('b'), outcome: 'perhaps' })).status).toBe(422)
    expect((await add(passed('a'), signed(), passed('b'))).status).toBe(409)
    expect(await kept()).toHaveLength(1)
  })

  test('keep the plan and what was signed for ever, under their names', async () => {
    await add(begin(), signed())
    const { revisions } = (await server.request('GET', `/api/jobs/${id}/revisions`)).body
    expect(revisions[0].name).toBe('As built, signed by Ines Varga')
  })

  test.each([
    ['nobody', { by: ' ' }, 'records.0.by: got " "; allowed: who did it, by name'],
    ['no time', { at: 'yesterday' }, 'records.0.at: got "yesterday"; allowed: a time such as'],
    ['an id that is none', { id: '7' }, 'records.0.id: got "7"; allowed: an id of the device'],
    ['another field', { colour: 'red' }, 'records.0.colour: there is no such input'],
    [
      'no revision',
      { revision: 0 },
      'records.0.revision: got 0; allowed: a revision of the job, a whole number from 1',
    ],
    ['another kind', { kind: 'wish' }, 'records.0.kind: got "wish"; allowed: a record of a kind: begin, step, photo'],
  ])('refuse %s, and say the field', async (_, wrong, said) => {
    const answer = await add({ ...begin(), ...wrong })
    expect([answer.status, answer.body.error.code]).toEqual([422, 'RECORD_INVALID'])
    expect(answer.body.error.message).toContain(said)
  })

  test('speak of a revision and of photographs that are there, in a job that is there', async () => {
    expect((await add({ ...begin(), revision: 7 })).body.error.code).toBe('REVISION_NOT_FOUND')
    await add(begin())
    const photo = { ...common(), kind: 'photo', stepId: 'a', fileId: randomUUID(), caption: '' }
    expect((await add(photo)).body.error.code).toBe('FILE_NOT_FOUND')
    await server.request('DELETE', `/api/jobs/${id}`)
    expect((await add(passed('a'))).status).toBe(404)
    expect((await server.request('GET', `/api/jobs/${id}/records`)).status).toBe(404)
  })

  test('two devices that sign at once: one does', async () => {
    await add(begin())
    const answers = await Promise.all([add(signed()), add(signed())])
    expect(answers.map(({ status }) => status).sort()).toEqual([204, 409])
  })
})

describe('photographs', () => {
  const place = {
    GPSLatitudeRef: 'N',
    GPSLatitude: '54/1 30/1 0/1',
    GPSLongitudeRef: 'W',
    GPSLongitude: '3/1 12/1 0/1',
  }
  const photo = (widthPx = 3000, heightPx = 2000) =>
    sharp({ create: { width: widthPx, height: heightPx, channels: 3, background: '#7a8c99' } })
      .withExif({ IFD0: { Make: 'Somebody’s telephone' }, IFD3: place })
      .jpeg()
      .toBuffer()
  const send = async (file: Uint8Array, fileId: string = randomUUID(), query = '', type = 'image/jpeg') => {
    const answer = await fetch(`${server.origin}/api/jobs/${id}/files/${fileId}${query}`, {
      method: 'PUT',
      headers: { 'Content-Type': type },
      body: new Uint8Array(file),
    })
    return { status: answer.status, body: await answer.json(), fileId }
  }
  const got = async (fileId: string, end = '') => {
    const answer = await fetch(`${server.origin}/api/jobs/${id}/files/${fileId}${end}`)
    return { answer, bytes: Buffer.from(await answer.arrayBuffer()) }
  }

  test('are drawn again, smaller, upright, without what was said beside the pixels', async () => {
    const { status, body, fileId } = await send(await photo())
    expect([status, body.widthPx, body.heightPx, body.hasPlace]).toEqual([200, 2048, 1365, false])
    const { answer, bytes } = await got(fileId)
    expect(answer.headers.get('content-type')).toBe('image/jpeg')
    expect(answer.headers.get('cache-control')).toContain('immutable')
    expect((await sharp(bytes).metadata()).exif).toBeUndefined()
    const small = await sharp((await got(fileId, '/small')).bytes).metadata()
    expect(Math.max(small.width, small.height)).toBe(360)
  })

  test('keep the place where that is asked for, and nothing else', async () => {
    const { body, fileId } = await send(await photo(), undefined, '?place=keep')
    expect(body.hasPlace).toBe(true)
    const { exif } = await sharp((await got(fileId)).bytes).metadata()
    const read = readExif(exif as Buffer)
    expect(read.GPSInfo?.GPSLatitude).toEqual([54, 30, 0])
    expect(read.GPSInfo?.GPSLongitudeRef).toBe('W')
    expect(read.Image?.Make).toBeUndefined()
  })

  test('lie the way they were held', async () => {
    const turned = await sharp(await photo(800, 400))
      .withMetadata({ orientation: 6 })
      .toBuffer()
    const { body } = await send(turned)
    expect([body.widthPx, body.heightPx]).toEqual([400, 800])
  })

  test('are told by what is in them, not by what they are called', async () => {
    const png = await sharp(await photo(300, 200))
      .png()
      .toBuffer()
    expect((await send(png, undefined, '', 'image/jpeg')).status).toBe(200)
    for (const file of [
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      Buffer.from('GIF89a'),
      Buffer.from('%PDF-1.4'),
      (await photo(300, 200)).subarray(0, 400),
      Buffer.alloc(0),
    ]) {
      const { status, body } = await send(file)
      expect([status, body.error.code]).toEqual([422, 'FILE_INVALID'])
    }
  })

  test('larger than 20 MB are not read', async () => {
    const { status, body } = await send(Buffer.alloc(21 * 1024 * 1024))
    expect([status, body.error.message]).toEqual([413, 'The request is larger than 20 MB.'])
  })

  test('sent twice are kept once; another under the same id is refused; another job’s are not seen', async () => {
    const file = await photo(300, 200)
    const { fileId } = await send(file)
    expect((await send(file, fileId)).status).toBe(200)
    expect((await send(await photo(310, 200), fileId)).status).toBe(409)
    const other = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body.id
    expect((await fetch(`${server.origin}/api/jobs/${other}/files/${fileId}`)).status).toBe(404)
    expect((await got('not-an-id')).answer.status).toBe(404)
  })
})
