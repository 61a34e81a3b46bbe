import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'

/**
 * Tries that may go wrong within a quarter of an hour: for one name from one address, for it from everywhere, and from one
 * address. Whoever tries names from elsewhere does not keep their owner out with ten of them.
 */
const MOST_OF_BOTH = 10
const MOST_OF_NAME = 100
const MOST_FROM_ADDRESS = 50
const WITHIN_S = 900

/** Refusals that count as a try that went wrong. */
const WRONG = new Set(['SIGN_IN_WRONG', 'CODE_WRONG', 'PASSWORD_WRONG'])

/** Counts tries to come in that went wrong, for all servers on this database. */
export class Throttle {
  private readonly limiters: readonly {
    readonly limiter: RateLimiterPostgres
    key(name: string, address: string): string
  }[]

  constructor(database: Database) {
    const limiter = (keyPrefix: string, points: number) =>
      new RateLimiterPostgres({
        storeClient: database.$client,
        storeType: 'pool',
        tableName: 'sign_in_tries',
        tableCreated: true,
        keyPrefix,
        points,
        duration: WITHIN_S,
      })
    this.limiters = [
      { limiter: limiter('both', MOST_OF_BOTH), key: (name, address) => `${name} ${address}` },
      { limiter: limiter('name', MOST_OF_NAME), key: (name) => name || 'none' },
      { limiter: limiter('address', MOST_FROM_ADDRESS), key: (_, address) => address },
    ]
  }

  /**
   * Does something that a password or a code opens.
   * @throws {ApiError} SIGN_IN_LATER after too many wrong ones; whatever it throws itself
   */
  async tried<T>(name: string, address: string, work: () => Promise<T>): Promise<T> {
    // Counted before it is tried: many at once are many tries.
    const counted = this.limiters.map(({ limiter, key }) => limiter.consume(key(name, address)))
    for (const outcome of await Promise.allSettled(counted)) {
      if (outcome.status === 'fulfilled') continue
      if (outcome.reason instanceof RateLimiterRes) throw new ApiError('SIGN_IN_LATER')
      throw outcome.reason
    }
    let wasWrong = false
    try {
      return await work()
    } catch (error) {
      wasWrong = error instanceof ApiError && WRONG.has(error.code)
      throw error
    } finally {
      // What was right is no try that went wrong; those before it still count.
      if (!wasWrong) await Promise.all(this.limiters.map(({ limiter, key }) => limiter.reward(key(name, address))))
    }
  }
}
