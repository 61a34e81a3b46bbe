import Router from '@koa/router'
import { accountSchema, type Me, type Person, passwordSchema, personSaidSchema } from '@yard-lamp/core/people'
import type { Context } from 'koa'
import { z } from 'zod'
import { readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest } from '../http/request-shape.ts'
import { actorOf } from './actor.ts'
import type { Audit } from './audit.ts'
import { keepToken, sessionToken } from './door.ts'
import type { SessionStore } from './sessions.ts'
import type { PeopleStore } from './store.ts'
import type { Throttle } from './throttle.ts'

export interface PeopleParts {
  readonly people: PeopleStore
  readonly sessions: SessionStore
  readonly audit: Audit
  readonly throttle: Throttle
}

/** Longer than any password: what comes is bounded before it is hashed. */
const typed = z.string().max(400)
const signInBody = z.strictObject({ account: typed, password: typed, code: z.string().max(20).optional() })
const ownPasswordBody = z.strictObject({ before: typed, password: passwordSchema })
const passwordBody = z.strictObject({ password: typed })
const codeBody = z.strictObject({ code: z.string().max(20) })
const addBody = personSaidSchema.extend({ password: passwordSchema.optional() })
const auditQuery = z.strictObject({
  before: z.coerce.number().int().min(1).optional(),
  job: z.uuid().optional(),
})

/** Who one is, coming in and going out; who may come in; what was done. Each answer and refusal is listed in docs/server.md. */
export function peopleRoutes(parts: PeopleParts): Router {
  const router = new Router({ prefix: '/api' })
  ownRoutes(router, parts)
  signInRoutes(router, parts)
  personRoutes(router, parts)
  router.get('/audit', async (ctx) => {
    const { before, job } = parseRequest(auditQuery, { ...ctx.query })
    ctx.body = { lines: await parts.audit.read(before, job) }
  })
  return router
}

/** @throws {ApiError} PERSON_NOT_FOUND where nobody was named yet */
function ownId(ctx: Context): string {
  if (!ctx.state.person) throw new ApiError('PERSON_NOT_FOUND')
  return actorOf(ctx).id
}

function ownRoutes(router: Router, { people, throttle }: PeopleParts): void {
  router.get('/me', (ctx) => {
    ctx.body = {
      isOpen: ctx.state.isOpen as boolean,
      person: ctx.state.person as Person | null,
    } satisfies Me
  })
  router.put('/me/password', async (ctx) => {
    const { before, password } = parseRequest(ownPasswordBody, await readJson(ctx))
    await throttle.tried(ownId(ctx), ctx.ip, () => people.choosePassword(actorOf(ctx), before, password))
    ctx.status = 204
  })
  router.post('/me/second-factor', async (ctx) => {
    const { password } = parseRequest(passwordBody, await readJson(ctx))
    const id = ownId(ctx)
    ctx.body = await throttle.tried(id, ctx.ip, () => people.beginSecondFactor(id, password))
  })
  router.put('/me/second-factor', async (ctx) => {
    const { code } = parseRequest(codeBody, await readJson(ctx))
    const id = ownId(ctx)
    await throttle.tried(id, ctx.ip, () => people.confirmSecondFactor(id, code))
    ctx.status = 204
  })
  router.delete('/me/second-factor', async (ctx) => {
    const { password } = parseRequest(passwordBody, await readJson(ctx))
    const id = ownId(ctx)
    await throttle.tried(id, ctx.ip, () => people.endOwnSecondFactor(id, password))
    ctx.status = 204
  })
}

function signInRoutes(router: Router, { people, sessions, audit, throttle }: PeopleParts): void {
  router.post('/session', async (ctx) => {
    const { account, password, code } = parseRequest(signInBody, await readJson(ctx))
    const known = accountSchema.safeParse(account)
    const name = known.success ? known.data : ''
    const person = await throttle
      .tried(name, ctx.ip, () => people.signIn(name, password, code))
      .catch(async (error) => {
        // What was typed for a name may be a password: it is not kept.
        if (error instanceof ApiError && error.code !== 'CODE_NEEDED')
          await audit.note({ id: 'nobody', name: 'somebody' }, 'was not let in', null, error.message)
        throw error
      })
    keepToken(ctx, await sessions.begin(person.id, ctx.get('User-Agent')))
    ctx.state.actor = person
    ctx.body = { isOpen: false, person } satisfies Me
  })
  router.delete('/session', async (ctx) => {
    const token = sessionToken(ctx)
    const known = token === undefined ? null : await sessions.of(token)
    if (known) await sessions.end(known.sessionId)
    ctx.state.actor ??= { id: 'nobody', name: 'somebody' }
    keepToken(ctx, null)
    ctx.status = 204
  })
  router.get('/sessions', async (ctx) => {
    const { id, role, sessionId } = actorOf(ctx)
    ctx.body = { sessions: await sessions.list(sessionId, role === 'owner' ? undefined : id) }
  })
  router.delete('/sessions/:sessionId', async (ctx) => {
    const { id, role } = actorOf(ctx)
    await sessions.end(uuidOf(ctx, 'sessionId', 'SESSION_NOT_FOUND'), role === 'owner' ? undefined : id)
    ctx.status = 204
  })
}

function personRoutes(router: Router, { people, sessions }: PeopleParts): void {
  router.get('/people', async (ctx) => {
    ctx.body = { people: await people.list() }
  })
  router.post('/people', async (ctx) => {
    const { password, ...said } = parseRequest(addBody, await readJson(ctx))
    const isFirst = (await people.list()).length === 0
    const added = await people.add(said, password)
    // Whoever makes the first owner sits here: they are that one, and stay signed in when a second one comes.
    if (isFirst && password !== undefined) keepToken(ctx, await sessions.begin(added.person.id, ctx.get('User-Agent')))
    ctx.state.subject = `${said.name}, ${said.role}`
    ctx.body = { person: added.person, ...(password === undefined ? { password: added.password } : {}) }
    ctx.status = 201
  })
  router.put('/people/:personId', async (ctx) => {
    const said = parseRequest(personSaidSchema, await readJson(ctx))
    ctx.body = await people.change(personIdOf(ctx), said)
    ctx.state.subject = `${said.name}, ${said.role}`
  })
  router.delete('/people/:personId', async (ctx) => {
    const id = personIdOf(ctx)
    ctx.state.subject = (await people.list()).find((each) => each.id === id)?.name ?? ''
    await people.remove(id)
    ctx.status = 204
  })
  router.post('/people/:personId/password', async (ctx) => {
    ctx.body = { password: await people.resetPassword(personIdOf(ctx)) }
  })
  router.delete('/people/:personId/second-factor', async (ctx) => {
    await people.endSecondFactor(personIdOf(ctx))
    ctx.status = 204
  })
}

function uuidOf(ctx: Context, name: string, code: 'PERSON_NOT_FOUND' | 'SESSION_NOT_FOUND'): string {
  const id = z.uuid().safeParse(ctx.params[name])
  if (!id.success) throw new ApiError(code)
  return id.data
}
const personIdOf = (ctx: Context): string => uuidOf(ctx, 'personId', 'PERSON_NOT_FOUND')
