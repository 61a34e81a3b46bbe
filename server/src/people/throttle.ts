import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'

/** Tries that may go wrong within a quarter of an hour: for one name, and from one address. */
const MOST_OF_NAME = 10
const MOST_FROM_ADDRESS = 50
const WITHIN_S = 900

/** Refusals that count as a try that went wrong. */
const WRONG = new Set(['SIGN_IN_WRONG', 'CODE_WRONG', 'PASSWORD_WRONG'])

/** Counts tries to come in that went wrong, for all servers on this database. */
export class Throttle {
  private readonly ofName: RateLimiterPostgres
  private readonly fromAddress: RateLimiterPostgres

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
    this.ofName = limiter('name', MOST_OF_NAME)
    this.fromAddress = limiter('address', MOST_FROM_ADDRESS)
  }

  /**
   * Does something that a password or a code opens.
   * @throws {ApiError} SIGN_IN_LATER after too many wrong ones; whatever it throws itself
   */
  async tried<T>(name: string, address: string, work: () => Promise<T>): Promise<T> {
    // Counted before it is tried: many at once are many tries.
    const counted = [this.ofName.consume(name || 'none'), this.fromAddress.consume(address)]
    for (const outcome of await Promise.allSettled(counted)) {
      if (outcome.status === 'fulfilled') continue
      if (outcome.reason instanceof RateLimiterRes) throw new ApiError('SIGN_IN_LATER')
      throw outcome.reason
    }
    try {
      const done = await work()
      await this.ofName.delete(name || 'none')
      await this.fromAddress.reward(address)
      return done
    } catch (error) {
      if (!(error instanceof ApiError && WRONG.has(error.code)))
        await Promise.all([this.ofName.reward(name || 'none'), this.fromAddress.reward(address)])
      throw error
    }
  }
}
