import { itemName } from '../catalogue/schema.ts'
import { LET_GO, setOption } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const batteryColdCharge = defineCheck({
  id: 'battery.cold-charge',
  link: 'battery',
  severity: 'danger',
  fires: 'battery room below the chemistry’s charge limit with no heating or charge lock-out',
  find(_job, { option, site: { batteryRoomLowC }, battery: { bank, item }, write }) {
    if (!bank || !item || option.battery.coldProtected || batteryRoomLowC.value >= item.chargeMinC) return []
    return [
      {
        message: `The battery room falls to ${write.quantity(batteryRoomLowC.value, '°C')}; ${itemName(item)} may not be charged below ${write.quantity(item.chargeMinC, '°C')}. The first sunny frost ruins it, and can make it unsafe.`,
        remedy: 'A heated box, charging locked out in the cold, or a chemistry that bears it.',
        place: 'battery.coldProtected',
        changes: [
          setOption('Heated box or charge lock-out', { part: 'battery', patch: { coldProtected: true } }),
          LET_GO.battery,
        ],
      },
    ]
  },
})
