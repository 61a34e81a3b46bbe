import { isAtLeast, type Role } from '@yard-lamp/core/people'
import type { Middleware, ParameterizedContext } from 'koa'
import { ApiError } from '../http/errors.ts'
import { type Actor, THIS_MACHINE } from './actor.ts'
import type { SessionStore } from './sessions.ts'
import type { PeopleStore } from './store.ts'

const COOKIE = 'yardlamp'
/** Of a cookie that only this host set, over TLS. */
const SECURE_COOKIE = '__Host-yardlamp'

/** Whether the browser came to us over TLS, as the guard of the origin says. */
const isSecure = (ctx: ParameterizedContext): boolean => ctx.state.isSecure === true

/** What the browser keeps of its session. */
export const sessionToken = (ctx: ParameterizedContext): string | undefined =>
  ctx.cookies.get(isSecure(ctx) ? SECURE_COOKIE : COOKIE)

/** Out of reach of scripts, and never sent along from another site. None ends it. */
export function keepToken(ctx: ParameterizedContext, kept: { token: string; endsAt: Date } | null): void {
  const secure = isSecure(ctx)
  ctx.cookies.set(secure ? SECURE_COOKIE : COOKIE, kept?.token ?? null, {
    httpOnly: true,
    sameSite: 'strict',
    secure,
    path: '/',
    overwrite: true,
    ...(kept ? { expires: kept.endsAt } : {}),
  })
}

/** What is answered to anybody: whether it lives, who they are, the way in, and what a link shows. */
const FOR_ALL = /^\/api\/(health|me|session|shared\/[^/]+(\/.*)?|feeds\/[^/]+)$/
const READS = new Set(['GET', 'HEAD', 'OPTIONS'])
/** What somebody who chooses a password may ask. */
const BEFORE_PASSWORD = /^\/api\/(me(\/password)?|session)$/

/** Rules of who may do what, the first that fits; what changes something needs a designer where none does. */
const RULES: readonly { readonly path: RegExp; readonly method?: RegExp; readonly least: Role }[] = [
  { path: /^\/api\/(people|audit)(\/|$)/, least: 'owner' },
  { path: /^\/api\/(me|session|sessions)(\/|$)/, least: 'viewer' },
  { path: /^\/api\/jobs\/[^/]+\/presence$/, least: 'viewer' },
  { path: /^\/api\/jobs\/[^/]+\/studies(\/|$)/, least: 'viewer' },
  { path: /^\/api\/jobs\/[^/]+\/due$/, least: 'builder' },
  // A builder while work is under way: the routes of jobs ask that.
  { path: /^\/api\/jobs\/[^/]+(\/revisions\/\d+\/name)?$/, method: /PATCH|PUT/, least: 'builder' },
  { path: /^\/api\/jobs\/[^/]+\/(records|files|readings)(\/|$)/, least: 'builder' },
]

/** The least role a request needs. */
export function leastRole(method: string, path: string): Role {
  const rule = RULES.find((each) => each.path.test(path) && (each.method?.test(method) ?? true))
  if (rule?.least === 'owner') return 'owner'
  if (READS.has(method)) return /\/shares$/.test(path) ? 'designer' : 'viewer'
  return rule?.least ?? 'designer'
}

export interface Door {
  readonly people: PeopleStore
  readonly sessions: SessionStore
  /** Reached from this machine alone: one person there is not asked who they are. */
  readonly thisMachineOnly: boolean
}

/** Says of each request who sends it, and lets nobody in where they do not belong. */
export function guardDoor({ people, sessions, thisMachineOnly }: Door): Middleware {
  return async (ctx, next) => {
    if (!ctx.path.startsWith('/api/')) return next()
    const token = sessionToken(ctx)
    const known = token === undefined ? null : await sessions.of(token)
    const counted = thisMachineOnly ? await people.counted() : null
    ctx.state.isOpen = counted !== null && counted.count <= 1
    const person = known?.person ?? (ctx.state.isOpen ? counted?.person : null)
    if (person) ctx.state.actor = { id: person.id, name: person.name, role: person.role, ...sessionOf(known) }
    else if (ctx.state.isOpen) ctx.state.actor = THIS_MACHINE
    ctx.state.person = person ?? null
    if (!FOR_ALL.test(ctx.path)) {
      const actor = ctx.state.actor as Actor | undefined
      if (!actor) throw new ApiError('SIGN_IN_FIRST')
      if (known?.person.mustChoosePassword && !BEFORE_PASSWORD.test(ctx.path)) throw new ApiError('PASSWORD_FIRST')
      const least = leastRole(ctx.method, ctx.path)
      if (!isAtLeast(actor.role, least))
        throw new ApiError('ROLE_FORBIDDEN', {
          message: `This needs a ${least}; you are a ${actor.role}. An owner can change that.`,
        })
    }
    await next()
  }
}

const sessionOf = (known: { readonly sessionId: string } | null) => (known ? { sessionId: known.sessionId } : {})
