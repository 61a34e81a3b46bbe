import { applyAll } from '../edit/apply.ts'
import type { Job } from '../job/schema.ts'
import type { Built } from './built.ts'

/** The job with the option that is being built as the one worked on; as it is where that option is gone. */
export function jobAsBuilt(job: Job, built: Pick<Built, 'begin'> | null): Job {
  const optionId = built?.begin.optionId
  if (optionId === undefined || optionId === job.chosenOptionId) return job
  return job.options.some(({ id }) => id === optionId) ? applyAll(job, [{ act: 'choose-option', id: optionId }]) : job
}
