import type { Job } from '@yard-lamp/core'

const pieces = new WeakMap<object, Buffer>()
const COMMA = Buffer.from(',')
const [OPEN, CLOSE, END] = [Buffer.from('['), Buffer.from(']'), Buffer.from('}')]
const names = new Map<string, Buffer>()

function bytesOf(part: unknown): Buffer {
  if (part === null || typeof part !== 'object') return Buffer.from(JSON.stringify(part))
  const known = pieces.get(part)
  if (known) return known
  const bytes = Buffer.from(JSON.stringify(part))
  pieces.set(part, bytes)
  return bytes
}

/** `"name":` with what stands before it. */
function nameOf(key: string, isFirst: boolean): Buffer {
  const text = `${isFirst ? '{' : ','}${JSON.stringify(key)}:`
  const known = names.get(text)
  if (known) return known
  const bytes = Buffer.from(text)
  names.set(text, bytes)
  return bytes
}

/**
 * A document as it is kept: JSON in UTF-8, letter by letter what jobText writes. Parts that are the same objects as in a
 * document before are not written anew, and no text of a hundred thousand letters is made on the way to the database.
 */
export function documentBytes(job: Job): Buffer {
  const parts: Buffer[] = []
  Object.entries(job).forEach(([key, value], i) => {
    parts.push(nameOf(key, i === 0))
    if (!Array.isArray(value)) {
      parts.push(bytesOf(value))
      return
    }
    parts.push(OPEN)
    value.forEach((row, at) => {
      if (at > 0) parts.push(COMMA)
      parts.push(bytesOf(row))
    })
    parts.push(CLOSE)
  })
  parts.push(END)
  return Buffer.concat(parts)
}
