import { InputError, methodOf, parseJob, runMethod } from '@yard-lamp/core'
import { checkJob, parseJson, sizeJob } from './commands.ts'

/** What a line asks for, and what answers it. */
export type LineCommand = 'calc' | 'size' | 'check'

const ANSWERS: Readonly<Record<LineCommand, (value: unknown) => unknown>> = {
  calc: (value) => ({ output: calcRequest(value) }),
  size: (value) => sizeJob(parseJob(value)),
  check: (value) => checkJob(parseJob(value)),
}

/** One answer for each line, in order; a line that is refused does not stop the rest. Empty lines are passed over. */
export function* answerLines(command: LineCommand, text: string): Generator<string> {
  for (const line of text.split('\n')) if (line.trim() !== '') yield `${JSON.stringify(answerLine(command, line))}\n`
}

function answerLine(command: LineCommand, line: string): unknown {
  try {
    return ANSWERS[command](parseJson(line))
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { error: { code: error.code, path: error.path, message: error.message } }
  }
}

function calcRequest(request: unknown): unknown {
  if (request === null || typeof request !== 'object' || typeof (request as { method?: unknown }).method !== 'string') {
    throw new InputError('INPUT_INVALID', 'method', 'a line is {"method": "an id", "input": {…}}')
  }
  const { method, input } = request as { method: string; input?: unknown }
  return runMethod(methodOf(method), input)
}
