import { InputError, methodOf, runMethod } from '@yard-lamp/core'
import { parseJson } from './commands.ts'

/** Runs a method for each line, in order; a line that is refused does not stop the rest. Empty lines are passed over. */
export function calcLines(text: string): string {
  return text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => `${JSON.stringify(answerLine(line))}\n`)
    .join('')
}

function answerLine(line: string): { output: unknown } | { error: { code: string; path: string; message: string } } {
  try {
    const request = parseJson(line)
    if (
      request === null ||
      typeof request !== 'object' ||
      typeof (request as { method?: unknown }).method !== 'string'
    ) {
      throw new InputError('INPUT_INVALID', 'method', 'a line is {"method": "an id", "input": {…}}')
    }
    const { method, input } = request as { method: string; input?: unknown }
    return { output: runMethod(methodOf(method), input) }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { error: { code: error.code, path: error.path, message: error.message } }
  }
}
