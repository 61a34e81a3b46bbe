import { itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { keptOf } from '../job/existing.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** From this age, or below this share of their rating, units no longer match new ones. Assumptions of Yard Lamp. */
const OLD_YEARS = 2
const WORN_BELOW = 0.9

export const batteryMixed = defineCheck({
  id: 'battery.mixed',
  link: 'battery',
  severity: 'danger',
  fires: 'units of different chemistry, voltage, or (advice) age or capacity in one bank',
  find(job, { battery: { bank, item }, catalogue }) {
    if (!bank || !item) return []
    const others = catalogue.batteries.filter((each) => each.id !== item.id && keptOf(job.existing, each.id).length > 0)
    const beside = others.map((other): Found => {
      const gravely = other.chemistry !== item.chemistry || Math.abs(other.unitVoltageV - item.unitVoltageV) > 0.1
      return {
        severity: gravely ? 'danger' : 'advice',
        message: gravely
          ? `${itemName(other)} (${other.chemistry}, ${formatQuantity(other.unitVoltageV, 'V')}) is kept beside ${itemName(item)} (${item.chemistry}, ${formatQuantity(item.unitVoltageV, 'V')}): in one bank they charge and empty each other.`
          : `${itemName(other)} of ${formatQuantity(other.capacityAh, 'Ah')} is kept beside ${itemName(item)} of ${formatQuantity(item.capacityAh, 'Ah')}: the smaller ones work hardest and age first.`,
        remedy: 'Take the old ones out, or make the whole bank of one kind.',
        place: 'battery.existing',
        changes: [
          setOption(`Make the bank of ${itemName(other)}`, {
            part: 'battery',
            patch: { itemId: other.id, parallel: null },
          }),
        ],
      }
    })
    const bought = bank.units - bank.existingUnits
    const aged = keptOf(job.existing, item.id).flatMap(({ ageYears, measuredCapacityAh }): Found[] => {
      const left = measuredCapacityAh === null ? 1 : measuredCapacityAh / item.capacityAh
      if (bought === 0 || ((ageYears ?? 0) < OLD_YEARS && left >= WORN_BELOW)) return []
      const worn = measuredCapacityAh === null ? '' : `, measured at ${formatPercent(left, 0)} of their rating`
      return [
        {
          severity: 'advice',
          message: `${bought} new units stand beside units ${formatQuantity(ageYears ?? 0, 'years')} old${worn}: a string lives only as long as its weakest unit, and the new ones age with the old.`,
          remedy: 'Put new units into strings of their own with fuses of their own, or replace all together.',
          place: 'battery.existing',
        },
      ]
    })
    return [...beside, ...aged]
  },
})
