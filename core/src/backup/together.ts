import type { Option } from '../job/schema.ts'

/** What charges a bank at the same time, as it is stated of a site. */
export type Together = NonNullable<Option['backup']['together']>

/** In words, for a choice. */
export const TOGETHER_LABEL: Readonly<Record<Together, string>> = {
  'sun-and-one': 'the sun and one other: engine or mains, never both',
  all: 'all at once',
  'one-at-a-time': 'one at a time, or all held by one common limit',
}

/** What stands in while it is not stated: an engine runs where there is no shore, and the sun shines on both. */
export const togetherOf = ({ together }: Pick<Option['backup'], 'together'>): Together => together ?? 'sun-and-one'

export interface Sources {
  readonly sunA: number
  readonly chargerA: number
  readonly engineA: number
}

/** Current of all sources that can charge at the same time, A. */
export function togetherA(rule: Together, { sunA, chargerA, engineA }: Sources): number {
  if (rule === 'all') return sunA + chargerA + engineA
  if (rule === 'one-at-a-time') return Math.max(sunA, chargerA, engineA)
  return sunA + Math.max(chargerA, engineA)
}

/** What a bank bears of one source beside those that can charge with it, A; not below 0. */
export function besideA(rule: Together, bankA: number, sunA: number, otherA: number): number {
  if (rule === 'one-at-a-time') return bankA
  return Math.max(0, bankA - sunA - (rule === 'all' ? otherA : 0))
}
