import { mostStringsOf } from '../battery/candidates.ts'
import { itemName } from '../catalogue/schema.ts'
import { LET_GO } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const batteryStringsMany = defineCheck({
  id: 'battery.strings-many',
  link: 'battery',
  severity: 'advice',
  fires: 'more parallel strings than the unit allows; lead-acid over 3',
  find(_job, { battery: { bank, item } }) {
    if (!bank || !item) return []
    const most = mostStringsOf(item)
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
