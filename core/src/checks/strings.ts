import { chosenOption } from '../job/job.ts'
import type { Job } from '../job/schema.ts'
import type { Change } from './change.ts'

interface Layout {
  readonly panelsPerString?: number
  readonly stringsPerController?: number
}

/** Other strings for the main array, or for the further array of this name. */
export function changeStrings(job: Job, name: string, layout: Layout, label: string): Change[] {
  if (name === '') return [{ label, part: 'controller', patch: layout }]
  const further = chosenOption(job).controller.further.map((each) =>
    each.name === name ? { ...each, ...layout } : each,
  )
  return [{ label: `${name}: ${label}`, part: 'controller', patch: { further } }]
}

/** Begins a message about a further array with its name. */
export const about = (name: string): string => (name === '' ? '' : `${name}: `)
