import type { Job } from './schema.ts'

const texts = new WeakMap<object, string>()

function textOf(part: unknown): string {
  if (part === null || typeof part !== 'object') return JSON.stringify(part)
  const known = texts.get(part)
  if (known !== undefined) return known
  const text = JSON.stringify(part)
  texts.set(part, text)
  return text
}

/**
 * The text of a document, as JSON.stringify writes it. A part that is the same object as before is not written anew: of
 * three hundred loads an edit writes one. Documents are never changed in place.
 */
export function jobText(job: Job): string {
  const fields = Object.entries(job).map(([key, part]) => {
    const text = Array.isArray(part) ? `[${part.map((each) => textOf(each)).join(',')}]` : textOf(part)
    return `${JSON.stringify(key)}:${text}`
  })
  return `{${fields.join(',')}}`
}
