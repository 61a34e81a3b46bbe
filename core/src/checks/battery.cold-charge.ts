import { itemName } from '../catalogue/schema.ts'
import { LET_GO, setOption } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const batteryColdCharge = defineCheck({
  id: 'battery.cold-charge',
  link: 'battery',
  severity: 'danger',
  fires: 'the battery, in its room or its heated box, below the chemistry’s charge limit with no charge lock-out',
  find(_job, { option, loads: { heating }, battery: { bank, item, coldestC }, write }) {
    if (!bank || !item || option.battery.coldProtected || coldestC.value >= item.chargeMinC) return []
    // A box whose heater does not hold its set point is battery.heater-short.
    if (heating && heating.heldC.value < heating.setPointC.value - 0.05) return []
    return [
      {
        message: `${heating ? 'The heated box is held at' : 'The battery room falls to'} ${write.quantity(coldestC.value, '°C')}; ${itemName(item)} may not be charged below ${write.quantity(item.chargeMinC, '°C')}. The first sunny frost ruins it, and can make it unsafe.`,
        remedy: 'A heated box, charging locked out in the cold, or a chemistry that bears it.',
        place: 'battery.coldProtected',
        changes: [
          setOption('Charging is locked out in the cold', { part: 'battery', patch: { coldProtected: true } }),
          LET_GO.battery,
        ],
      },
    ]
  },
})
