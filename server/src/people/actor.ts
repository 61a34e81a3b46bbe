import type { Middleware, ParameterizedContext } from 'koa'

/** Who does something. Every call of a store names one, and what is kept keeps the name. */
export interface Actor {
  readonly id: string
}

/** Whoever sits at this machine: the server listens on loopback and knows nobody else yet. */
export const THIS_MACHINE: Actor = { id: 'this-machine' }

/** Says of each request who sends it. */
export const knowActor: Middleware = async (ctx, next) => {
  ctx.state.actor = THIS_MACHINE
  await next()
}

/** Who sends a request. */
export const actorOf = (ctx: Pick<ParameterizedContext, 'state'>): Actor => ctx.state.actor as Actor
