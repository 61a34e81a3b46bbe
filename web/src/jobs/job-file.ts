import { type Job, parseJobText } from '@yard-lamp/core'

/** @throws {Error} whose message says in a sentence why the file is not taken */
export function jobIn(name: string, text: string): Job {
  try {
    return parseJobText(text)
  } catch (error) {
    throw new Error(`${name} was not brought in: ${(error as Error).message}. Nothing was changed.`)
  }
}
