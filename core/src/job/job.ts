import { z } from 'zod'
import { InputError, showValue } from '../method/input-error.ts'
import { fromIssue } from '../method/method.ts'
import { lookThrough } from '../method/outside.ts'
import { crossedIn, wrongTogether } from './bounds.ts'
import { loadsAsTheyCame } from './plain-loads.ts'
import { JOB_FORMAT, JOB_VERSION, type Job, jobSchema, type Option } from './schema.ts'
import { upgradeJob } from './upgrade.ts'

export {
  EMPTY_AC_COUPLED,
  EMPTY_BACKUP,
  EMPTY_BOND_CHOICE,
  EMPTY_CIRCUIT_CHOICE,
  emptyBeside,
  emptyJob,
  emptyLoad,
  emptyOption,
  emptyPlane,
} from './empty.ts'
export { EMPTY_RELIABILITY } from './reliability.ts'
export { EMPTY_TRADE } from './trade.ts'

/**
 * Reads a job that comes to be kept: a file, or another program.
 * @throws {InputError} saying in a sentence what is not a job here, or which field is wrong
 */
export function parseJob(value: unknown): Job {
  const job = keptJob(value)
  const wrong = crossedIn(job)
  if (wrong) throw wrong
  return job
}

/**
 * Reads a job that was kept: by the store, or by a browser as a draft. Figures that make no sense together, as an earlier
 * version took them, do not keep it from being opened and mended: its design says what is wrong.
 * @throws {InputError} as parseJob, but for those
 */
export function keptJob(value: unknown): Job {
  lookThrough(value)
  if (
    value === null ||
    typeof value !== 'object' ||
    Array.isArray(value) ||
    (value as { format?: unknown }).format !== JOB_FORMAT
  ) {
    throw new InputError(
      'INPUT_INVALID',
      'format',
      `this is not a Yard Lamp job: its "format" should be "${JOB_FORMAT}"`,
    )
  }
  const version = (value as { version?: unknown }).version
  if (typeof version === 'number' && version > JOB_VERSION) {
    throw new InputError(
      'INPUT_INVALID',
      'version',
      `this job was written by a newer Yard Lamp (format version ${showValue(version)}; this one reads up to ${JOB_VERSION}). Update Yard Lamp to open it`,
    )
  }
  const current = version === JOB_VERSION ? value : upgradeJob(value, version)
  const job = readBySchema(current)
  const wrong = wrongTogether(job)
  if (wrong) throw wrong
  return job
}

function readBySchema(value: unknown): Job {
  const loads = loadsAsTheyCame((value as { loads?: unknown }).loads)
  const parsed = jobSchema.safeParse(loads ? { ...(value as object), loads: [] } : value)
  if (!parsed.success) throw fromIssue(parsed.error.issues[0], value)
  return loads ? { ...parsed.data, loads } : parsed.data
}

/** Reads a job file's text. @throws {InputError} JSON_INVALID, or as parseJob */
export const parseJobText = (text: string): Job => parseJob(jsonOf(text))

/** Reads the text of a job that was kept. @throws {InputError} JSON_INVALID, or as keptJob */
export const keptJobText = (text: string): Job => keptJob(jsonOf(text))

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new InputError('JSON_INVALID', '', 'this file is not JSON: it is broken, cut short or of another kind')
  }
}

/** JSON Schema of the job file, as published in docs/job.schema.json. */
export function jobJsonSchema(): unknown {
  return { title: 'Yard Lamp job', ...z.toJSONSchema(jobSchema, { io: 'input' }) }
}

/** The option the job is designed with. */
export function chosenOption(job: Job): Option {
  const option = job.options.find((candidate) => candidate.id === job.chosenOptionId) ?? job.options[0]
  if (!option) throw new InputError('INPUT_INVALID', 'options', 'options: got none; allowed: at least one option')
  return option
}
