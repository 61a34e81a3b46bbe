import { REFUSALS, type RefusalCode } from '@yard-lamp/core/job'

/** An answer that is not a success; `details` is shown to the client. */
export class ApiError extends Error {
  readonly code: RefusalCode
  readonly details: Readonly<Record<string, unknown>>

  constructor(code: RefusalCode, details: Readonly<Record<string, unknown>> = {}) {
    super(typeof details.message === 'string' ? details.message : REFUSALS[code].message)
    this.name = 'ApiError'
    this.code = code
    this.details = details
  }
}

/** SQLSTATE classes: https://www.postgresql.org/docs/15/errcodes-appendix.html */
const FULL = new Set(['53100', '53200'])
/** Connections, a server that starts or stops, a statement that took too long, two that waited for each other, no database. */
const AWAY = /^(08...|57P..|57014|53300|40P01|40001|3D000|25006)$/
const NETWORK = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ENOENT', 'ETIMEDOUT', 'ENOTFOUND'])

/** What a fault below means for the client. Its text, which may hold statements, is never passed on. */
export function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error
  for (let at: unknown = error; at instanceof Error; at = at.cause) {
    const code = (at as { code?: unknown }).code
    if (typeof code !== 'string') {
      if (/terminated|timeout|Client has encountered a connection error|Cannot use a pool after/i.test(at.message))
        return new ApiError('DATABASE_UNAVAILABLE')
      continue
    }
    if (FULL.has(code)) return new ApiError('DATABASE_FULL')
    if (NETWORK.has(code) || AWAY.test(code)) return new ApiError('DATABASE_UNAVAILABLE')
  }
  return new ApiError('INTERNAL')
}
