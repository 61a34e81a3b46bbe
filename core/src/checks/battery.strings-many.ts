import { itemName } from '../catalogue/schema.ts'
import { LET_GO } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

/** Lead-acid strings that still share evenly. Assumption of Yard Lamp. */
const MOST_LEAD_STRINGS = 3

export const batteryStringsMany = defineCheck({
  id: 'battery.strings-many',
  link: 'battery',
  severity: 'advice',
  fires: 'more parallel strings than the unit allows; lead-acid over 3',
  find(_job, { battery: { bank, item } }) {
    if (!bank || !item) return []
    const most = item.chemistry.endsWith('lead-acid') ? Math.min(MOST_LEAD_STRINGS, item.maxParallel) : item.maxParallel
    if (bank.parallel.value <= most) return []
    return [
      {
        message: `${bank.parallel.value} strings of ${itemName(item)} in parallel; more than ${most} do not share charge and load evenly.`,
        remedy: 'Larger units, or a higher system voltage.',
        place: 'battery.itemId',
        changes: [LET_GO.battery],
      },
    ]
  },
})
