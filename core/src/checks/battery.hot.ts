import { itemName } from '../catalogue/schema.ts'
import { LET_GO } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const batteryHot = defineCheck({
  id: 'battery.hot',
  link: 'battery',
  severity: 'fault',
  fires: 'battery room above the discharge or charge limit',
  find(_job, { battery: { bank, item, hottestC: batteryRoomHighC }, write }) {
    if (!bank || !item) return []
    const limitC = Math.min(item.chargeMaxC, item.dischargeMaxC)
    if (batteryRoomHighC.value <= limitC) return []
    return [
      {
        message: `The battery room reaches ${write.quantity(batteryRoomHighC.value, '°C')}; ${itemName(item)} works up to ${write.quantity(limitC, '°C')}. It switches off, or ages fast.`,
        remedy: 'Shade and ventilate the room, or a chemistry that bears the heat.',
        place: 'site.batteryRoomHighC',
        changes: [LET_GO.battery],
      },
    ]
  },
})
