import { InputError } from '@yard-lamp/core'
import type { RefusalCode } from '@yard-lamp/core/job'
import type { z } from 'zod'
import { ApiError } from './errors.ts'

/** A part of a request in its shape. @throws {ApiError} REQUEST_INVALID naming what is wrong */
export function parseRequest<T>(schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const issue = parsed.error.issues[0]
  throw new ApiError('REQUEST_INVALID', { message: `${issue?.path.join('.') || 'request'}: ${issue?.message}` })
}

/** What the core reads from outside; its refusal becomes the answer of this code. */
export function readWith<T>(code: RefusalCode, read: () => T): T {
  try {
    return read()
  } catch (error) {
    if (error instanceof InputError) throw new ApiError(code, { message: error.message, path: error.path })
    throw error
  }
}
