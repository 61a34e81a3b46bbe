import { type GassingKind, hydrogenAirflow } from '../battery/safety-methods.ts'
import type { Design } from '../chain/design.ts'
import { chemistryRow } from '../tables/chemistries.ts'

/** Air the battery room needs while the bank is charged hard; null for cells that give off nothing. */
export function ventilation({ battery: { bank, item } }: Pick<Design, 'battery'>) {
  if (!bank || !item) return null
  const { gassing, cellNominalV } = chemistryRow(item.chemistry)
  if (gassing === 'none') return null
  const cells = Math.round(bank.voltageV.value / cellNominalV)
  const kind: GassingKind = item.chemistry === 'nickel-iron' ? 'vented-nickel' : gassing
  return {
    kind,
    cells,
    ...hydrogenAirflow.compute({ cells, capacityAh: bank.capacityAh, kind, mode: 'boost' }),
  }
}

/** What can push current into the bank at once, against what it takes well. */
export function chargeAcceptance({ battery: { bank, item }, controller, backup }: Design) {
  if (!bank || !item) return null
  const { chargeRateLowPerH, chargeRateHighPerH } = chemistryRow(item.chemistry)
  const sources = [
    { name: 'array', currentA: controller.chargeA },
    { name: 'charger', currentA: backup.charge?.currentA.value ?? 0 },
    { name: 'alternator', currentA: backup.alternator?.currentA.value ?? 0 },
  ]
  return {
    sources,
    rule: backup.together,
    togetherA: backup.togetherA,
    limitA: bank.maxChargeA,
    usualLowA: chargeRateLowPerH * bank.capacityAh,
    usualHighA: chargeRateHighPerH * bank.capacityAh,
  }
}

/** Hours until the bank is flat at a steady draw from it, from full to the depth it may be used to; infinite at none. */
export const hoursToFlat = (usableWh: number, drawW: number): number =>
  drawW > 0 ? usableWh / drawW : Number.POSITIVE_INFINITY
