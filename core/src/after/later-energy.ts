import type { Job } from '../job/schema.ts'
import { rowOf } from '../loads/row.ts'

/** What the loads planned for later will take on an average day, as listed, Wh. */
export function laterEnergyWh({ loads }: Pick<Job, 'loads'>): number {
  return loads.reduce(
    (sum, load) => sum + (load.stage === 'later' ? (rowOf(load).row.dailyEnergyWh?.value ?? 0) : 0),
    0,
  )
}
