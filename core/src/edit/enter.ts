import { chosenOption, EMPTY_CIRCUIT_CHOICE } from '../job/job.ts'
import type { Job } from '../job/schema.ts'
import type { Edit, OptionPart, OptionPatch } from './edit.ts'

/** Fields of the job itself that stand on the page of a link. */
const OF_JOB: Readonly<Record<string, readonly string[]>> = {
  loads: ['loadMarginFraction', 'controllerStandbyW', 'monitorStandbyW'],
  battery: ['horizonYears'],
}
/** Figures of buying and selling that stand on the page of the parts. */
const OF_TRADE: readonly string[] = [
  'ratePerCatalogue',
  'markUpFraction',
  'taxFraction',
  'hourPrice',
  'wasteFraction',
] satisfies (keyof Job['trade'])[]
const PARTS: readonly string[] = ['battery', 'array', 'controller', 'inverter', 'backup'] satisfies OptionPart[]

/**
 * The act of entering a figure in a field, named by its place as pages, checks and assumptions name it.
 * @param place `site.recordHighC`, `loads.<id>.powerW`, `array.losses.soiling`, `wiring.<circuit>.lengthM`
 * @returns null where the job has no such field
 * @example enter(job, 'battery.agingFactor', 0.8) // { act: 'set-option', part: 'battery', patch: { agingFactor: 0.8 } }
 */
export function enter(job: Job, place: string, value: number): Edit | null {
  const [link = '', ...path] = place.split('.')
  const [first = '', second] = path
  if (OF_JOB[link]?.includes(first)) return { act: 'set-job', patch: { [first]: value } }
  if (link === 'site')
    return path.length === 1 && Object.hasOwn(job.site, first) ? { act: 'set-site', patch: { [first]: value } } : null
  if (second !== undefined && link === 'loads') {
    const load = job.loads.find(({ id }) => id === first)
    return load && Object.hasOwn(load, second)
      ? { act: 'change-loads', changes: [{ id: first, patch: { [second]: value } }] }
      : null
  }
  if (second !== undefined && link === 'wiring')
    return Object.hasOwn(EMPTY_CIRCUIT_CHOICE, second)
      ? { act: 'set-circuit', circuitId: first, patch: { [second]: value } }
      : null
  if (link === 'parts')
    return path.length === 1 && OF_TRADE.includes(first) ? { act: 'set-trade', patch: { [first]: value } } : null
  return PARTS.includes(link) ? ofOption(job, link as OptionPart, path, value) : null
}

function ofOption(job: Job, part: OptionPart, path: readonly string[], value: number): Edit | null {
  const [first = ''] = path
  const now = chosenOption(job)[part] as Readonly<Record<string, unknown>>
  const inner = written(now, path, value) as Readonly<Record<string, unknown>> | null
  return inner && ({ act: 'set-option', part, patch: { [first]: inner[first] } } as Edit & OptionPatch)
}

/** A structure with one figure written into it; null where the way to it does not stand. */
function written(whole: unknown, [key, ...rest]: readonly string[], value: number): unknown {
  if (key === undefined) return value
  if (whole === null || typeof whole !== 'object' || !Object.hasOwn(whole, key)) return null
  const inner = written((whole as Readonly<Record<string, unknown>>)[key], rest, value)
  return inner === null ? null : { ...whole, [key]: inner }
}
