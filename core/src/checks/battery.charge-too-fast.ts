import { besideA } from '../backup/together.ts'
import { chargerSet, LET_GO, setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batteryChargeTooFast = defineCheck({
  id: 'battery.charge-too-fast',
  link: 'battery',
  severity: 'danger',
  fires: 'all that can charge at the same time, as stated, above the unit’s maximum charge current',
  find(_job, { battery: { bank }, controller, backup }) {
    const chargeA = backup.togetherA
    if (!bank || chargeA <= bank.maxChargeA + 1e-9) return []
    const strings = Math.ceil((chargeA / bank.maxChargeA) * bank.parallel.value - 1e-9)
    const engineA = backup.alternator?.currentA.value ?? 0
    const leftA = Math.floor(besideA(backup.together, bank.maxChargeA, controller.chargeA, engineA) + 1e-9)
    const setA = controller.quantity > 0 ? Math.floor(bank.maxChargeA / controller.quantity) : 0
    const beside = backup.chargeA > 0 ? ` and ${formatQuantity(backup.chargeA, 'A')} from charger and alternator` : ''
    return [
      {
        message: `The array can charge with ${formatQuantity(controller.chargeA, 'A')}${beside}; the bank bears ${formatQuantity(bank.maxChargeA, 'A')}.`,
        remedy: 'A charger set lower, more strings of batteries, a smaller controller, or units that charge faster.',
        place: 'battery.parallel',
        changes: [
          ...(backup.charge && leftA >= 1 ? [chargerSet(leftA)] : []),
          ...(controller.item?.leastSetA && setA >= controller.item.leastSetA && controller.chargeA > bank.maxChargeA
            ? [setOption(`Set each controller to ${setA} A`, { part: 'controller', patch: { setA } })]
            : []),
          setOption(`${strings} strings of batteries`, { part: 'battery', patch: { parallel: strings } }),
          LET_GO.battery,
        ],
      },
    ]
  },
})
