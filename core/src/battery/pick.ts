import type { Battery } from '../catalogue/schema.ts'
import type { SystemVoltageV } from '../catalogue/voltage-class.ts'
import type { Option } from '../job/schema.ts'
import { type Chemistry, chemistryRow } from '../tables/chemistries.ts'
import type { Writer } from '../units/writer.ts'
import type { Need } from '../working/links.ts'
import type { Known } from '../working/working.ts'
import { type BatteryCandidate, NO_COLD_CHARGE } from './candidates.ts'

/** The unit a person chose, or the cheapest bank of the chemistry that suits the room. */
export function pickBattery(
  choice: Option['battery'],
  items: readonly Battery[],
  candidates: readonly BatteryCandidate[],
  roomLowC: Known,
  systemVoltageV: SystemVoltageV,
  write: Writer,
): { readonly item: Battery | null; readonly needs: readonly Need[] } {
  const lack = (message: string): Need => ({ link: 'battery', place: 'battery.itemId', message })
  if (choice.itemId !== null) {
    const item = items.find(({ id }) => id === choice.itemId) ?? null
    return { item, needs: item ? [] : [lack(`a battery: "${choice.itemId}" is not in the catalogue`)] }
  }
  const wanted = choice.chemistry ?? chemistryFor(choice, roomLowC)
  const offered = candidates.filter(({ fits, bareCells }) => fits && !bareCells)
  const best =
    offered.find(({ item }) => item.chemistry === wanted) ??
    // A chemistry a person asked for is never replaced unsaid.
    (choice.chemistry === null ? offered[0] : undefined)
  if (best) return { item: best.item, needs: [] }
  const asked = candidates.filter(({ item }) => item.chemistry === (choice.chemistry ?? item.chemistry))
  return { item: null, needs: [lack(noneFits(asked, roomLowC, systemVoltageV, write))] }
}

const TOO_MANY_STRINGS = 'it takes more strings in parallel than its units allow'

/** Why no unit of the catalogue makes the bank, and what would help. */
function noneFits(
  candidates: readonly BatteryCandidate[],
  roomLowC: Known,
  systemVoltageV: SystemVoltageV,
  write: Writer,
): string {
  const coldest = write.quantity(roomLowC.value, '°C')
  const reasons = [
    ...new Set(
      candidates
        .flatMap(({ short }) => short.split(', '))
        .map((reason) => (reason.startsWith('more than') ? TOO_MANY_STRINGS : reason)),
    ),
  ]
  const said = candidates.length > 0 ? reasons.join('; ') : `at ${coldest} their sheets and the standard say nothing`
  const tooCold = candidates.length === 0 || reasons.some((reason) => reason.startsWith(NO_COLD_CHARGE))
  const helps = [
    tooCold ? `the battery room falls to ${coldest}: keep it warmer, or put the bank into a heated box` : '',
    reasons.includes(TOO_MANY_STRINGS) && systemVoltageV < 48 ? 'a higher system voltage takes fewer strings' : '',
  ].filter((help) => help !== '')
  return `a battery: none in the catalogue makes this bank of ${systemVoltageV} V (${[said, ...helps].join('; ')})`
}

/** Lithium iron phosphate, unless the room falls below what it may be charged at and nothing warms it. */
function chemistryFor(choice: Option['battery'], roomLowC: Known): Chemistry {
  const lithium = chemistryRow('lithium iron phosphate')
  return choice.coldProtected || roomLowC.value >= lithium.chargeMinC ? lithium.chemistry : 'agm lead-acid'
}
