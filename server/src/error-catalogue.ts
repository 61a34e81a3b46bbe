/** Every error the server can answer with. A code, once published, keeps its meaning. Listed in docs/server.md. */
export const ERROR_CATALOGUE = {
  REQUEST_INVALID: { status: 400, message: 'The request is not valid.' },
  JOB_INVALID: { status: 422, message: 'This is not a job that can be kept.' },
  JOB_NOT_FOUND: { status: 404, message: 'There is no such job.' },
  REVISION_NOT_FOUND: { status: 404, message: 'There is no such revision of this job.' },
  ITEM_INVALID: { status: 422, message: 'This is not a sheet that can be kept.' },
  ITEM_NOT_FOUND: { status: 404, message: 'There is no such item in the catalogue.' },
  ITEM_STALE: { status: 409, message: 'Someone else changed this item since it was opened.' },
  PRICE_LIST_INVALID: { status: 422, message: 'This is not a price list that can be kept.' },
  PRICE_LIST_NOT_FOUND: { status: 404, message: 'There is no such price list.' },
  PRICE_LIST_STALE: { status: 409, message: 'Someone else changed this price list since it was opened.' },
  ROUTE_NOT_FOUND: { status: 404, message: 'There is nothing at this address.' },
  METHOD_NOT_ALLOWED: { status: 405, message: 'This address does not take that kind of request.' },
  SAVE_STALE: { status: 409, message: 'Someone else saved this job since it was opened.' },
  BODY_TOO_LARGE: { status: 413, message: 'The request is larger than is allowed.' },
  BODY_NOT_JSON: { status: 415, message: 'The request must be JSON.' },
  ORIGIN_FORBIDDEN: { status: 403, message: 'Requests are only taken from Yard Lamp’s own pages.' },
  REQUEST_TIMEOUT: { status: 408, message: 'The request took too long to arrive.' },
  DATABASE_UNAVAILABLE: { status: 503, message: 'The database does not answer. Nothing was changed.' },
  DATABASE_FULL: { status: 507, message: 'There is no room left to save. Nothing was changed.' },
  INTERNAL: { status: 500, message: 'Something went wrong in the server. Nothing was changed.' },
} as const

export type ErrorCode = keyof typeof ERROR_CATALOGUE

/** An answer that is not a success; `details` is shown to the client. */
export class ApiError extends Error {
  readonly code: ErrorCode
  readonly details: Readonly<Record<string, unknown>>

  constructor(code: ErrorCode, details: Readonly<Record<string, unknown>> = {}) {
    super(typeof details.message === 'string' ? details.message : ERROR_CATALOGUE[code].message)
    this.name = 'ApiError'
    this.code = code
    this.details = details
  }
}

/** SQLSTATE classes: https://www.postgresql.org/docs/15/errcodes-appendix.html */
const FULL = new Set(['53100', '53200'])
const NETWORK = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ENOENT', 'ETIMEDOUT', 'ENOTFOUND'])

/** What a fault below means for the client. Its text, which may hold statements, is never passed on. */
export function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error
  for (let at: unknown = error; at instanceof Error; at = at.cause) {
    const code = (at as { code?: unknown }).code
    if (typeof code !== 'string') {
      if (
        /terminated|timeout exceeded when trying to connect|Client has encountered a connection error/i.test(at.message)
      )
        return new ApiError('DATABASE_UNAVAILABLE')
      continue
    }
    if (FULL.has(code)) return new ApiError('DATABASE_FULL')
    if (NETWORK.has(code) || code.startsWith('08') || code.startsWith('57P') || code === '3D000')
      return new ApiError('DATABASE_UNAVAILABLE')
  }
  return new ApiError('INTERNAL')
}
