import { chargerSet, LET_GO, setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batteryChargeTooFast = defineCheck({
  id: 'battery.charge-too-fast',
  link: 'battery',
  severity: 'danger',
  fires: 'array, charger and alternator together above the unit’s maximum charge current',
  find(_job, { battery: { bank }, controller, backup }) {
    const chargeA = controller.chargeA + backup.chargeA
    if (!bank || chargeA <= bank.maxChargeA + 1e-9) return []
    const strings = Math.ceil((chargeA / bank.maxChargeA) * bank.parallel.value - 1e-9)
    const leftA = Math.floor(bank.maxChargeA - controller.chargeA - (backup.alternator?.currentA.value ?? 0) + 1e-9)
    const beside = backup.chargeA > 0 ? ` and ${formatQuantity(backup.chargeA, 'A')} from charger and alternator` : ''
    return [
      {
        message: `The array can charge with ${formatQuantity(controller.chargeA, 'A')}${beside}; the bank bears ${formatQuantity(bank.maxChargeA, 'A')}.`,
        remedy: 'A charger set lower, more strings of batteries, a smaller controller, or units that charge faster.',
        place: 'battery.parallel',
        changes: [
          ...(backup.charge && leftA >= 1 ? [chargerSet(leftA)] : []),
          setOption(`${strings} strings of batteries`, { part: 'battery', patch: { parallel: strings } }),
          LET_GO.battery,
        ],
      },
    ]
  },
})
