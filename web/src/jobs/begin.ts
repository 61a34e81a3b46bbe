import { emptyJob, type StoredJob } from '@yard-lamp/core'
import { beginAs } from '@yard-lamp/core/demo'
import { api } from '../api/client.ts'
import { rememberedUnits } from '../units/remembered-units.ts'
import type { BeginsAs } from './BeginDialog.tsx'
import { readJobFile } from './read-job-file.ts'

/** New jobs: what they are made with is large, and read when one is begun. */

/** Begins a job. */
export function begun(begins: BeginsAs): Promise<StoredJob> {
  if (begins.as === 'template') return api.beginAsJob(begins.id)
  return api.createJob(
    begins.as === 'shape'
      ? beginAs(begins.shape, rememberedUnits())
      : { ...emptyJob('New job'), units: rememberedUnits() },
  )
}

/** A job from a file. @throws an error whose message says in a sentence why the file is not taken */
export const broughtIn = async (file: File): Promise<StoredJob> => api.createJob(await readJobFile(file))
