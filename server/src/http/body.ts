import type { Context } from 'koa'
import { ApiError } from './errors.ts'

/** Largest request body: a job of the most loads is about a tenth of it. */
export const MOST_BODY_BYTES = 5 * 1024 * 1024

/**
 * Reads a JSON body within the size limit.
 * @throws {ApiError} BODY_NOT_JSON, BODY_TOO_LARGE, REQUEST_INVALID
 */
export async function readJson(ctx: Context): Promise<unknown> {
  if (!ctx.is('application/json')) throw new ApiError('BODY_NOT_JSON')
  if ((ctx.request.length ?? 0) > MOST_BODY_BYTES) tooLarge(ctx)
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of ctx.req as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes > MOST_BODY_BYTES) tooLarge(ctx)
    chunks.push(chunk)
  }
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8'))
  } catch {
    throw new ApiError('REQUEST_INVALID', { message: 'The body is not JSON: it is broken or cut short.' })
  }
}

/** The rest of the body is not read: the connection ends with the answer. */
function tooLarge(ctx: Context): never {
  ctx.set('Connection', 'close')
  throw new ApiError('BODY_TOO_LARGE', { message: `The request is larger than ${MOST_BODY_BYTES / 1024 / 1024} MB.` })
}
