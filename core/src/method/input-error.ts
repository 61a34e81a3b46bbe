import { cutText } from './kept-text.ts'

/** Codes of refusals by the core; the same in the command line, the server and the interface. */
export const INPUT_ERROR_CODES = [
  'INPUT_MISSING',
  'INPUT_INVALID',
  'INPUT_UNKNOWN',
  'OUT_OF_DOMAIN',
  'METHOD_UNKNOWN',
  'JSON_INVALID',
] as const
export type InputErrorCode = (typeof INPUT_ERROR_CODES)[number]

/** An input a person can mend: which one, what came, what is allowed. */
export class InputError extends Error {
  readonly code: InputErrorCode
  /** Dotted path of the input, empty for the whole. */
  readonly path: string

  constructor(code: InputErrorCode, path: string, message: string) {
    super(message)
    this.name = 'InputError'
    this.code = code
    this.path = path
  }
}

/** Shows a value that came, short enough for a sentence. */
export function showValue(value: unknown): string {
  if (value === undefined) return 'nothing'
  if (typeof value === 'number') return String(value)
  const text = JSON.stringify(value) ?? String(value)
  return text.length > 60 ? `${cutText(text, 57)}…` : text
}

/** A refusal because a figure lies outside what the method is defined for. */
export function outOfDomain(path: string, came: unknown, allowed: string): InputError {
  return new InputError('OUT_OF_DOMAIN', path, `${path}: got ${showValue(came)}; allowed: ${allowed}`)
}
