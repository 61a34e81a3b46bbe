import { z } from 'zod'
import { READERS } from './brief.ts'

/** Fewest and most years of a study. */
export const LEAST_STUDY_YEARS = 100
export const MOST_STUDY_YEARS = 5000

const years = { error: () => `a whole number from ${LEAST_STUDY_YEARS} to ${MOST_STUDY_YEARS}` }

/** What a server may be asked to work on for a while. */
export const studyAskedSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('years'),
    years: z.int(years).min(LEAST_STUDY_YEARS, years).max(MOST_STUDY_YEARS, years),
  }),
  z.strictObject({ kind: z.literal('report'), for: z.enum(READERS), paper: z.enum(['A4', 'Letter']) }),
])
export type StudyAsked = z.output<typeof studyAskedSchema>

/** What many years came to. */
export interface YearsStudied {
  readonly years: number
  /** Years that, by themselves, carry what the brief asks. */
  readonly carriedYears: number
  /** In which the share of such years lies, nine times of ten (Wilson). */
  readonly lowFraction: number
  readonly highFraction: number
  /** Means over the years, and the worst of them. */
  readonly unmetHours: number
  readonly mostUnmetHours: number
  readonly generatorHours: number
  readonly mostGeneratorHours: number
  readonly lowestSoc: number
}

export type StudyState = 'waiting' | 'working' | 'done' | 'failed' | 'cancelled'

/** A study of a job. */
export interface Study {
  readonly id: string
  readonly asked: StudyAsked
  /** Revision it is of. */
  readonly revision: number
  readonly state: StudyState
  /** 0 to 1. */
  readonly progress: number
  /** Why it failed; empty where it did not. */
  readonly problem: string
  readonly askedAt: string
  readonly result: YearsStudied | null
}
