import { quantityMeta } from '@yard-lamp/core'
import type { z } from 'zod'

/** What a number field takes, read from the core's schema of that field. */
export interface FieldRule {
  readonly unit: string
  /** Words: "a number from 0 to 24 h". */
  readonly allowed: string
  readonly mayBeEmpty: boolean
  accepts(value: number): boolean
}

const rules = new WeakMap<z.ZodType, FieldRule>()

export function fieldRule(schema: z.ZodType): FieldRule {
  const known = rules.get(schema)
  if (known) return known
  const meta = quantityMeta(schema)
  const rule: FieldRule = {
    unit: meta?.unit ?? '',
    allowed: meta?.allowed ?? 'a number',
    mayBeEmpty: schema.safeParse(null).success,
    accepts: (value) => schema.safeParse(value).success,
  }
  rules.set(schema, rule)
  return rule
}
