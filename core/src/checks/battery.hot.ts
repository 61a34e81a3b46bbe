import { itemName } from '../catalogue/schema.ts'
import { formatQuantity } from '../units/format.ts'
import { LET_GO } from './change.ts'
import { defineCheck } from './check.ts'

export const batteryHot = defineCheck({
  id: 'battery.hot',
  link: 'battery',
  severity: 'fault',
  fires: 'battery room above the discharge or charge limit',
  find(_job, { site: { batteryRoomHighC }, battery: { bank, item } }) {
    if (!bank || !item) return []
    const limitC = Math.min(item.chargeMaxC, item.dischargeMaxC)
    if (batteryRoomHighC.value <= limitC) return []
    return [
      {
        message: `The battery room reaches ${formatQuantity(batteryRoomHighC.value, '°C')}; ${itemName(item)} works up to ${formatQuantity(limitC, '°C')}. It switches off, or ages fast.`,
        remedy: 'Shade and ventilate the room, or a chemistry that bears the heat.',
        place: 'site.batteryRoomHighC',
        changes: [LET_GO.battery],
      },
    ]
  },
})
