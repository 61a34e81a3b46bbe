/**
 * Every refusal of the server. A code, once published, keeps its meaning. Listed in docs/server.md.
 * `final`: another try of the same would only be refused again.
 */
export const REFUSALS = {
  REQUEST_INVALID: { status: 400, final: true, message: 'The request is not valid.' },
  JOB_INVALID: { status: 422, final: true, message: 'This is not a job that can be kept.' },
  JOB_NOT_FOUND: { status: 404, final: true, message: 'There is no such job.' },
  REVISION_NOT_FOUND: { status: 404, final: false, message: 'There is no such revision of this job.' },
  ITEM_INVALID: { status: 422, final: false, message: 'This is not a sheet that can be kept.' },
  ITEM_NOT_FOUND: { status: 404, final: false, message: 'There is no such item in the catalogue.' },
  ITEM_STALE: { status: 409, final: false, message: 'Someone else changed this item since it was opened.' },
  PRICE_LIST_INVALID: { status: 422, final: false, message: 'This is not a price list that can be kept.' },
  PRICE_LIST_NOT_FOUND: { status: 404, final: false, message: 'There is no such price list.' },
  PRICE_LIST_STALE: { status: 409, final: false, message: 'Someone else changed this price list since it was opened.' },
  ROUTE_NOT_FOUND: { status: 404, final: false, message: 'There is nothing at this address.' },
  METHOD_NOT_ALLOWED: { status: 405, final: false, message: 'This address does not take that kind of request.' },
  SAVE_STALE: { status: 409, final: false, message: 'Someone else saved this job since it was opened.' },
  BODY_TOO_LARGE: { status: 413, final: true, message: 'The request is larger than is allowed.' },
  BODY_NOT_JSON: { status: 415, final: false, message: 'The request must be JSON.' },
  ORIGIN_FORBIDDEN: { status: 403, final: false, message: 'Requests are only taken from Yard Lamp’s own pages.' },
  REQUEST_TIMEOUT: { status: 408, final: false, message: 'The request took too long to arrive.' },
  DATABASE_UNAVAILABLE: { status: 503, final: false, message: 'The database does not answer. Nothing was changed.' },
  DATABASE_FULL: { status: 507, final: false, message: 'There is no room left to save. Nothing was changed.' },
  RECORD_INVALID: { status: 422, final: true, message: 'This is not a record that can be kept.' },
  RECORD_DIFFERS: { status: 409, final: true, message: 'Something else is kept under this id. Nothing was changed.' },
  RECORD_ORDER: { status: 409, final: true, message: 'The work has begun already: it ends with a sign-off.' },
  BUILD_SIGNED: {
    status: 409,
    final: true,
    message: 'There is no work under way here: it was signed off, or has not begun. Begin it before more is recorded.',
  },
  RECORDS_FULL: { status: 422, final: true, message: 'No more records can be kept for this job.' },
  FILE_INVALID: { status: 422, final: true, message: 'This is not a photograph that can be kept.' },
  FILE_NOT_FOUND: { status: 404, final: false, message: 'There is no such photograph with this job.' },
  FILES_FULL: { status: 422, final: true, message: 'No more photographs can be kept for this job.' },
  SOURCE_NOT_FOUND: { status: 404, final: true, message: 'There is no such source of readings with this job.' },
  SOURCE_NAMED: { status: 409, final: true, message: 'Another source of this job has this name.' },
  SOURCES_FULL: { status: 422, final: true, message: 'No more sources of readings can be kept for this job.' },
  READING_INVALID: { status: 422, final: true, message: 'These are not readings that can be kept.' },
  READING_AHEAD: {
    status: 422,
    final: true,
    message: 'These readings are more than a day ahead of this clock. Set the clock of their source.',
  },
  LIVE_FULL: { status: 429, final: false, message: 'Too many pages look at live readings. This one asks again.' },
  REPORTS_BUSY: {
    status: 429,
    final: false,
    message: 'Several reports are being made already. Try again in a moment.',
  },
  INTERNAL: { status: 500, final: false, message: 'Something went wrong in the server. Nothing was changed.' },
} as const

export type RefusalCode = keyof typeof REFUSALS
