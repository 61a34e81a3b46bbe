import { type Remote, wrap } from 'comlink'
import type { FileCalls } from './files.worker.ts'

/** Longest a file is read, ms: then it is said, and nothing of it is taken. */
const LONGEST_MS = 30_000

/**
 * Reads a file in a worker of its own, which ends with it, and before it where a person cancels or it takes too long.
 * @param read asks the worker
 * @throws {Error} in a sentence; "was not read: cancelled" where the signal came
 */
export async function inFileWorker<T>(
  name: string,
  signal: AbortSignal | undefined,
  read: (calls: Remote<FileCalls>) => Promise<T>,
): Promise<T> {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' })
  let timer: ReturnType<typeof setTimeout> | undefined
  const ended = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(
      () => reject(new Error(`${name} takes longer than ${LONGEST_MS / 1000} s to read: it was let go.`)),
      LONGEST_MS,
    )
    signal?.addEventListener('abort', () => reject(new Error(`${name} was not read: cancelled.`)))
    worker.onerror = () => reject(new Error(`${name} could not be read: it takes more memory than there is.`))
  })
  try {
    return await Promise.race([read(wrap<FileCalls>(worker)), ended])
  } finally {
    clearTimeout(timer)
    worker.terminate()
  }
}
