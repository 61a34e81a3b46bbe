export interface Counts {
  readonly jobs: number
  readonly photographs: number
  readonly readings: number
}
export function backUp(url: string, file: string, options?: { over?: boolean }): Promise<Counts & { bytes: number }>
export function holdsJobs(url: string): Promise<boolean>
export function restore(url: string, file: string): Promise<Counts>
export function newestKnown(): number
export function nightlyFile(folder: string, now: Date): string
export function forgetOldNights(folder: string): void
export function countsText(counts: Counts & { bytes?: number }): string
