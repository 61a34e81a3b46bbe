/** Faults of the program itself: their words name code, never what somebody entered. */
const OF_THE_PROGRAM = new Set(['TypeError', 'RangeError', 'ReferenceError', 'AssertionError'])

/**
 * What a log may hold of a fault: what kind it is and where, down to its cause. No message of a database or a reader, which
 * may quote a document, a name or the parameters of a statement.
 */
export function faultForLog(error: unknown): Readonly<Record<string, unknown>> {
  if (!(error instanceof Error)) return { fault: typeof error }
  const { code } = error as { code?: unknown }
  return {
    fault: error.name,
    ...(typeof code === 'string' ? { code } : {}),
    ...(OF_THE_PROGRAM.has(error.name) ? { says: error.message } : {}),
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 8)
      .map((line) => line.trim()),
    ...(error.cause === undefined ? {} : { cause: faultForLog(error.cause) }),
  }
}
