import type { MeasuredHours } from '@yard-lamp/core/site'

/** Hours of a measured year, kept in this browser beside a job: too many for the job itself. */
export interface KeptHours {
  readonly file: string
  readonly hours: MeasuredHours
}

const keyOf = (jobId: string): string => `yard-lamp-measured-${jobId}`

/** @returns null where none are kept, or what is kept cannot be read */
export function keptHours(jobId: string): KeptHours | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(jobId)) ?? 'null')
    return isKept(kept) ? kept : null
  } catch {
    return null
  }
}

const isKept = (kept: unknown): kept is KeptHours =>
  typeof kept === 'object' && kept !== null && 'file' in kept && 'hours' in kept

/** @returns whether they are kept: a browser may refuse */
export function keepHours(jobId: string, kept: KeptHours | null): boolean {
  try {
    if (!kept) localStorage.removeItem(keyOf(jobId))
    else localStorage.setItem(keyOf(jobId), JSON.stringify(kept))
    return true
  } catch {
    return false
  }
}

/** To the watt and the tenth of a degree: what no sensor tells apart is not kept. */
export const rounded = ({ sunW, airC }: MeasuredHours): MeasuredHours => ({
  sunW: sunW.map(Math.round),
  airC: airC?.map((each) => Math.round(each * 10) / 10) ?? null,
})
