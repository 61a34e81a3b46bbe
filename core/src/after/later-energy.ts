import type { Job } from '../job/schema.ts'
import type { LoadsResult } from '../loads/link.ts'

/** What the loads planned for later will take on an average day, as listed, Wh. */
export function laterEnergyWh(job: Job, loads: LoadsResult): number {
  if (!job.loads.some(({ stage }) => stage === 'later')) return 0
  const later = new Set(job.loads.filter(({ stage }) => stage === 'later').map(({ id }) => id))
  return loads.rows.reduce((sum, { id, dailyEnergyWh }) => sum + (later.has(id) ? (dailyEnergyWh?.value ?? 0) : 0), 0)
}
