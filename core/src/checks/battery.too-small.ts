import { LET_GO, setOption } from '../edit/offers.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batteryTooSmall = defineCheck({
  id: 'battery.too-small',
  link: 'battery',
  severity: 'fault',
  fires: 'bank below the required capacity',
  find(_job, { battery: { bank, requiredNominalWh, item } }) {
    if (!bank || !requiredNominalWh || bank.energyWh.value >= requiredNominalWh.value * (1 - 1e-6)) return []
    const shortFraction = 1 - bank.energyWh.value / requiredNominalWh.value
    const kwh = (wh: number) => formatQuantity(wh / 1000, 'kWh')
    const more = Math.ceil((requiredNominalWh.value / bank.energyWh.value) * bank.parallel.value - 1e-9)
    return [
      {
        message: `The bank holds ${kwh(bank.energyWh.value)}, the brief needs ${kwh(requiredNominalWh.value)}: ${formatPercent(shortFraction)} short.`,
        remedy: `${more} strings of ${item?.model ?? 'this unit'} do it; or fewer days, or less load.`,
        place: 'battery.parallel',
        changes: [setOption(`${more} strings`, { part: 'battery', patch: { parallel: more } }), LET_GO.battery],
      },
    ]
  },
})
