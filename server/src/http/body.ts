import { lookThrough } from '@yard-lamp/core'
import type { Context } from 'koa'
import { ApiError } from './errors.ts'
import { readWith } from './request-shape.ts'
import { turnOfItsOwn } from './turns.ts'

/** Largest request body: a job of the most loads is about a tenth of it. */
export const MOST_BODY_BYTES = 5 * 1024 * 1024

/** Most values a body may hold; a job of the most loads holds a tenth of them. */
const MOST_BODY_VALUES = 600_000
const FIRST_ROOM_BYTES = 64 * 1024
const [COMMA, LIST, OBJECT] = [0x2c, 0x5b, 0x7b]

/**
 * Reads a JSON body within the limits of size, count and depth; no text in it holds what cannot be kept.
 * @throws {ApiError} BODY_NOT_JSON, BODY_TOO_LARGE, REQUEST_INVALID
 */
export async function readJson(ctx: Context): Promise<unknown> {
  if (!ctx.is('application/json')) throw new ApiError('BODY_NOT_JSON')
  const body = await readBytes(ctx, MOST_BODY_BYTES)
  await turnOfItsOwn()
  if (holdsTooMuch(body))
    throw new ApiError('REQUEST_INVALID', {
      message: `The body holds more than ${MOST_BODY_VALUES.toLocaleString('en-GB')} values.`,
    })
  let value: unknown
  try {
    value = JSON.parse(body.toString('utf8'))
  } catch {
    throw new ApiError('REQUEST_INVALID', { message: 'The body is not JSON: it is broken or cut short.' })
  }
  return readWith('REQUEST_INVALID', () => {
    lookThrough(value)
    return value
  })
}

/**
 * A body as it is, into one piece of memory, however small the pieces are that it comes in.
 * @throws {ApiError} BODY_TOO_LARGE
 */
export async function readBytes(ctx: Context, mostBytes: number): Promise<Buffer> {
  if ((ctx.request.length ?? 0) > mostBytes) tooLarge(ctx, mostBytes)
  let body = Buffer.allocUnsafe(Math.min(mostBytes, ctx.request.length ?? FIRST_ROOM_BYTES))
  let bytes = 0
  for await (const chunk of ctx.req as AsyncIterable<Buffer>) {
    if (bytes + chunk.length > mostBytes) tooLarge(ctx, mostBytes)
    if (bytes + chunk.length > body.length)
      body = Buffer.concat([body.subarray(0, bytes)], Math.min(mostBytes, 2 * (bytes + chunk.length)))
    bytes += chunk.copy(body, bytes)
  }
  return body.subarray(0, bytes)
}

/** Counted before it is taken apart: five megabytes of empty lists would hold up everybody else. */
function holdsTooMuch(body: Buffer): boolean {
  let values = 0
  for (let i = 0; i < body.length; i++) {
    const byte = body[i]
    if (byte === COMMA || byte === LIST || byte === OBJECT) values += 1
  }
  return values > MOST_BODY_VALUES
}

/** The rest of the body is not read: the connection ends with the answer. */
function tooLarge(ctx: Context, mostBytes: number): never {
  ctx.set('Connection', 'close')
  throw new ApiError('BODY_TOO_LARGE', { message: `The request is larger than ${mostBytes / 1024 / 1024} MB.` })
}
