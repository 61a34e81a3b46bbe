import type { Middleware } from 'koa'
import { ApiError } from './errors.ts'

const LOOPBACK_NAMES = new Set(['localhost', '127.0.0.1', '[::1]'])
const CHANGING = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

export interface Reached {
  /** Listens on this machine alone. */
  readonly onLoopback: boolean
  /** Where people reach it, through a proxy that speaks TLS: https://lamp.example. */
  readonly address?: URL
}

/** Somebody reaches it from elsewhere: then people sign in. */
export const isReachedFromElsewhere = ({ onLoopback, address }: Reached): boolean =>
  !onLoopback || address !== undefined

/** Keeps other web pages out: a name that was pointed at this machine (rebinding), and requests sent from another origin. */
export function guardOrigin(reached: Reached): Middleware {
  const { onLoopback, address } = reached
  return async (ctx, next) => {
    const isOwnAddress = address !== undefined && ctx.host === address.host
    if (onLoopback && !isOwnAddress && !LOOPBACK_NAMES.has(ctx.hostname)) throw new ApiError('ORIGIN_FORBIDDEN')
    // Behind a proxy nobody told us of, everybody would be who sits at this machine.
    if (!isReachedFromElsewhere(reached) && (ctx.get('X-Forwarded-For') !== '' || ctx.get('Forwarded') !== ''))
      throw new ApiError('ORIGIN_FORBIDDEN', {
        message: 'This request came through a proxy. Start Yard Lamp with --address, so that people sign in.',
      })
    const origin = ctx.get('Origin')
    const own = isOwnAddress ? address.origin : `${ctx.protocol}://${ctx.host}`
    if (CHANGING.has(ctx.method) && origin !== '' && origin !== own) throw new ApiError('ORIGIN_FORBIDDEN')
    ctx.state.isSecure = isOwnAddress ? address.protocol === 'https:' : ctx.secure
    await next()
  }
}
