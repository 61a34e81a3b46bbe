import type { Job } from '@yard-lamp/core'
import { formatQuantity } from '@yard-lamp/core/units'
import { inFileWorker } from '../workers/files.ts'
import { jobIn } from './job-file.ts'

/** Largest job file taken; a job of the most loads is about a tenth of it. The server's limit is the same. */
const MOST_BYTES = 5 * 1024 * 1024

/** @throws an error whose message says in a sentence why the file is not taken */
export async function readJobFile(file: File): Promise<Job> {
  if (file.size > MOST_BYTES) {
    throw new Error(
      `${file.name} was not brought in: it is ${formatQuantity(file.size / 1024 / 1024, 'MB', 1)}, and a job file is at most ${MOST_BYTES / 1024 / 1024} MB. Nothing was changed.`,
    )
  }
  const text = await file.text()
  // Without workers, as in tests, it is read at once.
  return typeof Worker === 'undefined'
    ? jobIn(file.name, text)
    : inFileWorker(file.name, undefined, (calls) => calls.jobIn(file.name, text))
}
