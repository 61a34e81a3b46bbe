import { setImmediate as othersFirst } from 'node:timers/promises'

let turns: Promise<unknown> = Promise.resolve()

/**
 * Waits for a turn of the loop of one's own. Fifty requests that come together are worked on one in each turn: whoever
 * asks for little is answered in between, and what the first of them needs of the database is under way while the last is read.
 */
export function turnOfItsOwn(): Promise<unknown> {
  turns = turns.then(() => othersFirst())
  return turns
}
