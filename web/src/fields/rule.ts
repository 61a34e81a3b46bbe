import { allowedIn, quantityMeta } from '@yard-lamp/core'
import type { Ends } from '@yard-lamp/core/job'
import { formatNumber, type Writer } from '@yard-lamp/core/units'
import type { z } from 'zod'

/** What a number field takes, read from the core's schema of that field, in the units of the job. */
export interface FieldRule {
  /** Unit it is kept in. */
  readonly keptUnit: string
  /** Unit it is shown and typed in. */
  readonly unit: string
  /** Words: "a number from 0 to 24 h". */
  readonly allowed: string
  readonly mayBeEmpty: boolean
  accepts(value: number): boolean
  shown(value: number): number
  kept(shown: number): number
}

const rules = new WeakMap<Writer, WeakMap<z.ZodType, FieldRule>>()

export function fieldRule(schema: z.ZodType, write: Writer): FieldRule {
  const ofWriter = rules.get(write) ?? new WeakMap<z.ZodType, FieldRule>()
  rules.set(write, ofWriter)
  const known = ofWriter.get(schema)
  if (known) return known
  const meta = quantityMeta(schema)
  const keptUnit = meta?.unit ?? ''
  const rule: FieldRule = {
    keptUnit,
    unit: write.unit(keptUnit),
    allowed: allowedIn(schema, write),
    mayBeEmpty: schema.safeParse(null).success,
    accepts: (value) => schema.safeParse(value).success,
    shown: (value) => write.shown(value, keptUnit),
    kept: (shown) => write.kept(shown, keptUnit),
  }
  ofWriter.set(schema, rule)
  return rule
}

/** A rule within the ends that another figure sets; the very same rule where it sets none. */
export function ruleWithin(rule: FieldRule, { least, most }: Ends = {}): FieldRule {
  if (!least && !most) return rule
  const shown = (end: { value: number; what: string }) =>
    `${end.what}, ${formatNumber(rule.shown(end.value))}${rule.unit === '' ? '' : ` ${rule.unit}`}`
  return {
    ...rule,
    allowed: [rule.allowed, least && `not below ${shown(least)}`, most && `not above ${shown(most)}`]
      .filter(Boolean)
      .join(', '),
    accepts: (value) =>
      rule.accepts(value) && value >= (least?.value ?? -Infinity) && value <= (most?.value ?? Infinity),
  }
}
