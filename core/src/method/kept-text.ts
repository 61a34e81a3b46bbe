/** NUL, which the database keeps in no text, and halves of characters written in two, which no file can hold. */
const NUL = String.fromCharCode(0)
const UNKEPT = new RegExp(`[${NUL}\\p{Surrogate}]`, 'u')
const UNKEPT_ALL = new RegExp(UNKEPT, 'gu')
/** Texts without any of these, which all but a few are, need no second look. */
const MAY_BE_UNKEPT = new RegExp(`[${NUL}\\ud800-\\udfff]`)

export const isUnkept = (text: string): boolean => MAY_BE_UNKEPT.test(text) && UNKEPT.test(text)

/** A text without characters that cannot be kept. @example keptText('a\0b') // 'ab' */
export const keptText = (text: string): string => (isUnkept(text) ? text.replace(UNKEPT_ALL, '') : text)

/** At most so many letters of a text, whole characters only. @example cutText('a😀', 2) // 'a' */
export const cutText = (text: string, letters: number): string => keptText(text.slice(0, letters))

/** What is said of such a text. */
export const unkept = (text: string): string =>
  text.includes(NUL)
    ? 'holds the character NUL, which cannot be kept; take it out'
    : 'holds half of a character, which cannot be kept; take it out'

/** The same value with every text in it as it can be kept; the very same object where all of them can. */
export function keptTexts<T>(value: T): T {
  if (typeof value === 'string') return keptText(value) as T
  if (value === null || typeof value !== 'object') return value
  let changed = false
  const entries = Object.entries(value).map(([key, each]) => {
    const kept = keptTexts(each)
    if (kept !== each) changed = true
    return [key, kept] as const
  })
  if (!changed) return value
  return (Array.isArray(value) ? entries.map(([, each]) => each) : Object.fromEntries(entries)) as T
}
