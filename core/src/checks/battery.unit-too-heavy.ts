import { itemName } from '../catalogue/schema.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Heaviest unit two people carry, kg. Source: handbook, checks. */
const CARRIED_KG = 40

export const batteryUnitTooHeavy = defineCheck({
  id: 'battery.unit-too-heavy',
  link: 'battery',
  severity: 'advice',
  fires: 'a unit over 40 kg to be carried by hand',
  find(_job, { battery: { bank, item } }) {
    if (!bank || !item || item.weightKg <= CARRIED_KG || bank.existingUnits >= bank.units) return []
    return [
      {
        message: `Each ${itemName(item)} weighs ${formatQuantity(item.weightKg, 'kg')}: too heavy to be carried by hand.`,
        remedy: 'Lighter units, or lifting gear and a way in for it.',
        place: 'battery.itemId',
      },
    ]
  },
})
