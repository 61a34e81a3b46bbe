import { InputError } from './input-error.ts'
import { isUnkept, unkept } from './kept-text.ts'

/** Deepest a value from outside may be nested, and most entries of a list and of everything together. */
const DEEPEST = 24
const LONGEST_LIST = 20_000
const MOST_VALUES = 600_000
/** Names of fields repeat: so many are looked at once. */
const MOST_KNOWN = 1000

/**
 * Looks a value through before its schema does: nothing nested too deep, no list of millions, no text that cannot be kept.
 * @param value of JSON
 * @throws {InputError} INPUT_INVALID naming the place, and what is there
 */
export function lookThrough(value: unknown): void {
  const path: string[] = []
  const known = new Set<string>()
  let left = MOST_VALUES
  const look = (each: unknown, key: string): void => {
    if (typeof each === 'string') {
      if (isUnkept(each)) throw refused([...path, key], unkept(each))
      return
    }
    if (each === null || typeof each !== 'object') return
    if (path.length >= DEEPEST) throw refused(path.slice(0, 4), `nested deeper than ${DEEPEST} times`)
    path.push(key)
    if (Array.isArray(each)) lookAtList(each)
    else lookAtFields(each as Record<string, unknown>)
    path.pop()
  }
  const spend = (values: number): void => {
    left -= values
    if (left < 0) throw refused([], `more than ${grouped(MOST_VALUES)} values`)
  }
  const lookAtList = (list: readonly unknown[]): void => {
    spend(list.length)
    if (list.length > LONGEST_LIST)
      throw refused(path, `a list of ${grouped(list.length)}; allowed: at most ${grouped(LONGEST_LIST)}`)
    for (let i = 0; i < list.length; i++) look(list[i], String(i))
  }
  const lookAtFields = (fields: Record<string, unknown>): void => {
    const keys = Object.keys(fields)
    spend(keys.length)
    for (const key of keys) {
      if (!known.has(key)) {
        if (isUnkept(key)) throw refused(path, unkept(key))
        if (known.size < MOST_KNOWN) known.add(key)
      }
      look(fields[key], key)
    }
  }
  look(value, '')
}

const grouped = (count: number): string => count.toLocaleString('en-GB')

function refused(path: readonly string[], why: string): InputError {
  const where = path.slice(1).join('.').slice(0, 200)
  return new InputError('INPUT_INVALID', where, `${where || 'input'}: ${why}`)
}
