import type { RuleSetId } from '../job/schema.ts'
import { IEC } from './iec.ts'
import { NORTH_AMERICAN } from './north-american.ts'
import type { RuleSet } from './rule-set.ts'

/** Every rule set, by the id a job keeps. A third one is a third file, and a line here. */
export const RULE_SETS: Readonly<Record<RuleSetId, RuleSet>> = { iec: IEC, 'north-american': NORTH_AMERICAN }

/** The rules a site is wired by. */
export const rulesOf = ({ ruleSet }: { readonly ruleSet: RuleSetId }): RuleSet => RULE_SETS[ruleSet]
