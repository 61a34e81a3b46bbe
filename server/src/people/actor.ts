import type { Role } from '@yard-lamp/core/people'
import type { ParameterizedContext } from 'koa'

/** Who does something. Every call of a store names one, and what is kept keeps the name. */
export interface Actor {
  readonly id: string
  readonly name: string
  readonly role: Role
  /** Of the browser they are signed in with; none where nobody signs in. */
  readonly sessionId?: string
}

/** Whoever sits at this machine, where nobody was named. */
export const THIS_MACHINE: Actor = { id: 'this-machine', name: 'this machine', role: 'owner' }

/** Who sends a request. */
export const actorOf = (ctx: Pick<ParameterizedContext, 'state'>): Actor => ctx.state.actor as Actor
