import type { Middleware } from 'koa'
import { ApiError } from './errors.ts'

const LOOPBACK_NAMES = new Set(['localhost', '127.0.0.1', '[::1]'])
const CHANGING = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/**
 * Keeps other web pages out: a name that was pointed at this machine (rebinding), and requests sent from another origin.
 * @param loopbackOnly refuse every host name but this machine's own
 */
export function guardOrigin(loopbackOnly: boolean): Middleware {
  return async (ctx, next) => {
    if (loopbackOnly && !LOOPBACK_NAMES.has(ctx.hostname)) throw new ApiError('ORIGIN_FORBIDDEN')
    const origin = ctx.get('Origin')
    if (CHANGING.has(ctx.method) && origin !== '' && origin !== `${ctx.protocol}://${ctx.host}`)
      throw new ApiError('ORIGIN_FORBIDDEN')
    await next()
  }
}
