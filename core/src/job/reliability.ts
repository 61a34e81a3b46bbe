import { z } from 'zod'
import { choice, count, fraction, quantity } from '../method/quantity.ts'

/** What a brief asks of a year. Null is left to the kind of site. */

/** Kinds of site with a reliability of their own. Ids stand in job files: they never change. */
export const RELIABILITIES = ['unattended', 'dwelling', 'backed', 'weekend', 'vehicle'] as const
export type ReliabilityId = (typeof RELIABILITIES)[number]

export const reliabilitySchema = z.strictObject({
  /** Kind of site it is asked by; null for the one the site suggests. */
  kind: choice(RELIABILITIES).nullable(),
  /** A person's own figures; null for those of the kind. */
  hoursFraction: fraction('h', 'share of hours carried, all loads').nullable(),
  criticalFraction: fraction('h_c', 'share of hours carried, critical loads').nullable(),
  /** Years of ten in which the shares must hold. */
  yearsOfTen: count('y', 'years of ten in which it must hold', 1, 10).nullable(),
  generatorHours: quantity('t_g', 'most hours of the generator a year', 'h', { min: 0, max: 8760 }).nullable(),
  nights: count('n', 'nights carried from a full bank', 1, 60).nullable(),
})
export type Reliability = z.output<typeof reliabilitySchema>

/** Asked by the kind of site alone. */
export const EMPTY_RELIABILITY: Reliability = {
  kind: null,
  hoursFraction: null,
  criticalFraction: null,
  yearsOfTen: null,
  generatorHours: null,
  nights: null,
}
