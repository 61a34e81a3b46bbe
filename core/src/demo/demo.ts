import type { Job } from '../job/schema.ts'
import { clinic } from './clinic.ts'
import { fieldStation } from './field-station.ts'
import { narrowboat } from './narrowboat.ts'
import { rescueHut } from './rescue-hut.ts'

/** Jobs that ship with Yard Lamp, the main one first. */
export const demoJobs = (): Job[] => [fieldStation(), rescueHut(), clinic(), narrowboat()]
export { clinic, fieldStation, narrowboat, rescueHut }
