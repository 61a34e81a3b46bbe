import { emptyJob } from '@yard-lamp/core'
import { sql } from 'drizzle-orm'
import { TOTP } from 'otpauth'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { leastRole } from '../src/people/door.ts'
import { type Answer, freshDatabaseUrl, startProgram, startTestServer, type TestServer } from './harness.ts'

const PASSWORD = 'four lamps in a row'
const RUNA = { name: 'Runa Vell', account: 'runa', role: 'owner', password: PASSWORD }

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  await server.open.database.execute(sql`truncate people, sessions, sign_in_tries, audit_lines cascade`)
  // How many may come in is believed for a second.
  await expect
    .poll(async () => (await server.request('GET', '/api/me')).body, { timeout: 5000 })
    .toEqual({ isOpen: true, person: null })
})

const code = (answer: Answer) => answer.body?.error?.code ?? answer.status
/** What the browser keeps after an answer. */
const cookieOf = (answer: Answer): Record<string, string> => ({
  Cookie: (answer.headers.get('set-cookie') ?? '').split(';')[0] as string,
})
const signIn = (account: string, password: string, more: object = {}) =>
  server.request('POST', '/api/session', { account, password, ...more })

/** Somebody with a role and a password of their own, signed in. */
async function signedIn(owner: Record<string, string>, role: string): Promise<Record<string, string>> {
  const { body } = await server.request('POST', '/api/people', { name: role, account: role, role }, owner)
  const first = cookieOf(await signIn(role, body.password))
  await server.request('PUT', '/api/me/password', { before: body.password, password: `${PASSWORD} ${role}` }, first)
  return first
}

describe('on this machine', () => {
  test('nobody is asked for a password, also once the one owner has one', async () => {
    expect((await server.request('GET', '/api/me')).body).toEqual({ isOpen: true, person: null })
    expect((await server.request('GET', '/api/jobs')).status).toBe(200)
    const made = await server.request('POST', '/api/people', RUNA)
    expect(made.status).toBe(201)
    expect(made.body).toEqual({
      person: expect.objectContaining({ name: 'Runa Vell', role: 'owner', mustChoosePassword: false }),
    })
    expect((await server.request('GET', '/api/jobs')).status).toBe(200)
  })

  test('with a second person everybody signs in, and who made the first stays in', async () => {
    const owner = cookieOf(await server.request('POST', '/api/people', RUNA))
    const second = { name: 'Odo Marl', account: 'odo', role: 'viewer' }
    expect((await server.request('POST', '/api/people', second, owner)).body.password).toMatch(/^(\w{4}-){3}\w{4}$/)
    expect(code(await server.request('GET', '/api/jobs'))).toBe('SIGN_IN_FIRST')
    expect((await server.request('GET', '/api/jobs', undefined, owner)).status).toBe(200)
    expect((await server.request('GET', '/api/health')).status).toBe(200)
  })

  test('the first is an owner, names are used once, and the last owner stays one', async () => {
    expect(code(await server.request('POST', '/api/people', { ...RUNA, role: 'builder' }))).toBe('OWNER_FIRST')
    const made = await server.request('POST', '/api/people', RUNA)
    const owner = cookieOf(made)
    expect(code(await server.request('POST', '/api/people', { ...RUNA, account: ' RUNA' }, owner))).toBe(
      'ACCOUNT_TAKEN',
    )
    const { id } = made.body.person
    const { password: _, ...said } = RUNA
    expect(code(await server.request('PUT', `/api/people/${id}`, { ...said, role: 'viewer' }, owner))).toBe(
      'LAST_OWNER',
    )
    expect(code(await server.request('DELETE', `/api/people/${id}`, undefined, owner))).toBe('LAST_OWNER')
    expect(
      (await server.request('POST', '/api/people', { ...RUNA, account: 'x y', password: 'short' }, owner)).body.error
        .message,
    ).toContain('account: 2 to 80 letters')
  })

  test('a request through a proxy nobody told of is refused', async () => {
    expect(code(await server.request('GET', '/api/jobs', undefined, { 'X-Forwarded-For': '203.0.113.9' }))).toBe(
      'ORIGIN_FORBIDDEN',
    )
  })
})

describe('signing in', () => {
  test('a name nobody has and a wrong password are one answer; too many tries wait', async () => {
    await server.request('POST', '/api/people', RUNA)
    expect(code(await signIn('nobody', PASSWORD))).toBe('SIGN_IN_WRONG')
    for (let i = 0; i < 10; i++) expect(code(await signIn('runa', `wrong ${i} wrong`))).toBe('SIGN_IN_WRONG')
    expect(code(await signIn('runa', PASSWORD))).toBe('SIGN_IN_LATER')
    const { lines } = (await server.request('GET', '/api/audit')).body
    expect(lines.filter(({ deed }: { deed: string }) => deed === 'was not let in')).toHaveLength(12)
    expect(JSON.stringify(lines)).not.toContain('wrong 1')
  })

  test('the cookie is out of reach of scripts and of other sites; a session can be ended', async () => {
    await server.request('POST', '/api/people', RUNA)
    const answer = await signIn('Runa', PASSWORD)
    expect(answer.headers.get('set-cookie')).toMatch(/httponly/i)
    expect(answer.headers.get('set-cookie')).toMatch(/samesite=strict/i)
    const cookie = cookieOf(answer)
    await server.request('POST', '/api/people', { name: 'Odo', account: 'odo', role: 'viewer' }, cookie)
    const { sessions } = (await server.request('GET', '/api/sessions', undefined, cookie)).body
    const own = sessions.find(({ isThis }: { isThis: boolean }) => isThis)
    expect((await server.request('DELETE', `/api/sessions/${own.id}`, undefined, cookie)).status).toBe(204)
    expect(code(await server.request('GET', '/api/jobs', undefined, cookie))).toBe('SIGN_IN_FIRST')
    const kept = await server.open.database.execute(sql`select token_digest from sessions`)
    expect(JSON.stringify(kept.rows)).not.toContain(cookie.Cookie?.split('=')[1])
  })

  test('a password that was given is changed before anything else; other sessions end with it', async () => {
    const owner = cookieOf(await server.request('POST', '/api/people', RUNA))
    const { body } = await server.request('POST', '/api/people', { name: 'Odo', account: 'odo', role: 'viewer' }, owner)
    const [here, there] = [cookieOf(await signIn('odo', body.password)), cookieOf(await signIn('odo', body.password))]
    expect(code(await server.request('GET', '/api/jobs', undefined, here))).toBe('PASSWORD_FIRST')
    const change = (before: string, password: string) =>
      server.request('PUT', '/api/me/password', { before, password }, here)
    expect(code(await change('not it at all', 'my own long one'))).toBe('PASSWORD_WRONG')
    expect((await change(body.password, 'short')).body.error.message).toContain('at least 12 characters')
    expect((await change(body.password, 'my own long one')).status).toBe(204)
    expect((await server.request('GET', '/api/jobs', undefined, here)).status).toBe(200)
    expect(code(await server.request('GET', '/api/jobs', undefined, there))).toBe('SIGN_IN_FIRST')
  })

  test('a second factor is asked for once it was shown to work, and no code opens twice', async () => {
    const owner = cookieOf(await server.request('POST', '/api/people', RUNA))
    const begun = await server.request('POST', '/api/me/second-factor', { password: PASSWORD }, owner)
    const totp = new TOTP({ secret: begun.body.secret })
    // The clock of the tests ticks a second a reading, from the first of the year.
    const at = (s: number) => totp.generate({ timestamp: Date.UTC(2026, 0, 1) + s * 1000 })
    const nowS = async () => {
      const { lines } = (await server.request('GET', '/api/audit', undefined, owner)).body
      return (Date.parse(lines[0].at) - Date.UTC(2026, 0, 1)) / 1000
    }
    expect(code(await signIn('runa', PASSWORD))).toBe(200)
    const confirm = (value: string) => server.request('PUT', '/api/me/second-factor', { code: value }, owner)
    expect(code(await confirm('000000'))).toBe('CODE_WRONG')
    const first = at(await nowS())
    expect((await confirm(first)).status).toBe(204)
    expect(code(await signIn('runa', PASSWORD))).toBe('CODE_NEEDED')
    expect(code(await signIn('runa', PASSWORD, { code: first }))).toBe('CODE_WRONG')
    const next = at((await nowS()) + 30)
    expect((await signIn('runa', PASSWORD, { code: next })).status).toBe(200)
    expect(code(await signIn('runa', PASSWORD, { code: next }))).toBe('CODE_WRONG')
  })
})

describe('roles', () => {
  test('each may what it may, over the network', async () => {
    const owner = cookieOf(await server.request('POST', '/api/people', RUNA))
    const { body: job } = await server.request('POST', '/api/jobs', { job: emptyJob('Pump house') }, owner)
    const cookies = {
      owner,
      ...Object.fromEntries(await Promise.all(ROLES.map(async (role) => [role, await signedIn(owner, role)]))),
    }
    const record = {
      kind: 'cleaning',
      id: crypto.randomUUID(),
      at: '2026-01-01T10:00:00.000Z',
      when: '2026-01-01T10:00:00.000Z',
      by: 'Odo',
      note: '',
      cleaned: 'washed',
    }
    for (const [what, ask, may] of [
      ['reads', ['GET', `/api/jobs/${job.id}`], ['viewer', 'builder', 'designer', 'owner']],
      ['records', ['POST', `/api/jobs/${job.id}/records`, { records: [record] }], ['builder', 'designer', 'owner']],
      ['saves', ['PUT', `/api/jobs/${job.id}`, { baseRevision: 1, job: job.job }], ['designer', 'owner']],
      ['designs', ['PUT', `/api/jobs/${job.id}/template`, { template: true }], ['designer', 'owner']],
      ['makes links', ['GET', `/api/jobs/${job.id}/shares`], ['designer', 'owner']],
      ['lets in', ['GET', '/api/people'], ['owner']],
    ] as const)
      for (const [role, cookie] of Object.entries(cookies)) {
        const [method, path, body] = ask
        const answer = await server.request(method, path, body, cookie as Record<string, string>)
        expect([what, role, answer.status < 300 ? 'may' : code(answer)]).toEqual([
          what,
          role,
          (may as readonly string[]).includes(role) ? 'may' : 'ROLE_FORBIDDEN',
        ])
      }
  })

  test('what changes something needs a designer where no rule says otherwise', () => {
    expect(leastRole('POST', '/api/what-comes-next')).toBe('designer')
    expect(leastRole('GET', '/api/what-comes-next')).toBe('viewer')
    expect(leastRole('DELETE', '/api/jobs/x/recordsandmore')).toBe('designer')
  })

  test('every change has its actor, saves of an hour in one line', async () => {
    const owner = cookieOf(await server.request('POST', '/api/people', RUNA))
    const { body: job } = await server.request('POST', '/api/jobs', { job: emptyJob('Pump house') }, owner)
    for (let revision = 1; revision < 4; revision++)
      await server.request(
        'PUT',
        `/api/jobs/${job.id}`,
        { baseRevision: revision, job: { ...emptyJob('Pump house'), name: `Pump house ${revision}` } },
        owner,
      )
    const read = async () => (await server.request('GET', `/api/audit?job=${job.id}`, undefined, owner)).body.lines
    await expect.poll(async () => (await read())[0]?.times).toBe(3)
    expect(await read()).toEqual([
      expect.objectContaining({ actorName: 'Runa Vell', deed: 'changed the job', jobName: 'Pump house 3' }),
      expect.objectContaining({ actorName: 'Runa Vell', deed: 'began a job', times: 1 }),
    ])
  })
})
const ROLES = ['viewer', 'builder', 'designer'] as const

describe('beyond this machine', () => {
  test('nothing listens until there is an owner', async () => {
    const url = await freshDatabaseUrl()
    const { ended, origin } = startProgram({ DATABASE_URL: url, HOST: '0.0.0.0' })
    await origin.catch(() => undefined)
    expect(await ended).toEqual({ code: 1, said: expect.stringContaining('has no owner yet') })
    const wrong = startProgram({ DATABASE_URL: url, ADDRESS: 'lamp.example/x' })
    expect((await wrong.ended).said).toContain('such as https://lamp.example')
  })

  test('behind a proxy that speaks TLS one person signs in too, and the cookie is for TLS alone', async () => {
    const beyond = await startTestServer({
      reached: { onLoopback: true, address: new URL('https://lamp.example') },
      url: server.url,
    })
    await server.request('POST', '/api/people', RUNA)
    const through = (method: string, path: string, body?: unknown, more: Record<string, string> = {}) =>
      beyond.request(method, path, body, {
        'X-Forwarded-Host': 'lamp.example',
        'X-Forwarded-Proto': 'https',
        'X-Forwarded-For': '203.0.113.9',
        ...more,
      })
    expect(code(await through('GET', '/api/jobs'))).toBe('SIGN_IN_FIRST')
    expect(
      code(
        await through(
          'POST',
          '/api/session',
          { account: 'runa', password: PASSWORD },
          { Origin: 'https://else.example' },
        ),
      ),
    ).toBe('ORIGIN_FORBIDDEN')
    const answer = await through(
      'POST',
      '/api/session',
      { account: 'runa', password: PASSWORD },
      { Origin: 'https://lamp.example' },
    )
    expect(answer.headers.get('set-cookie')).toMatch(/^__Host-yardlamp=.*secure/i)
    expect(answer.headers.get('strict-transport-security')).toContain('max-age=31536000')
    expect((await through('GET', '/api/jobs', undefined, cookieOf(answer))).status).toBe(200)
    expect(code(await beyond.request('GET', '/api/jobs', undefined, { 'X-Forwarded-Host': 'other.example' }))).toBe(
      'ORIGIN_FORBIDDEN',
    )
    await beyond.close()
  })
})
