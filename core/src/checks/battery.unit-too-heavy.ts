import { HAND_CARRIED_KG } from '../battery/candidates.ts'
import { itemName } from '../catalogue/schema.ts'
import { defineCheck } from './check.ts'

export const batteryUnitTooHeavy = defineCheck({
  id: 'battery.unit-too-heavy',
  link: 'battery',
  severity: 'advice',
  fires: (write) => `a unit over ${write.quantity(HAND_CARRIED_KG, 'kg', 0)} to be carried by hand`,
  find(_job, { battery: { bank, item }, write }) {
    if (!bank || !item || item.weightKg <= HAND_CARRIED_KG || bank.existingUnits >= bank.units) return []
    return [
      {
        message: `Each ${itemName(item)} weighs ${write.quantity(item.weightKg, 'kg')}: too heavy to be carried by hand.`,
        remedy: 'Lighter units, or lifting gear and a way in for it.',
        place: 'battery.itemId',
      },
    ]
  },
})
