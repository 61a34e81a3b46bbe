import { itemName } from '../catalogue/schema.ts'
import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batterySeriesForbidden = defineCheck({
  id: 'battery.series-forbidden',
  link: 'battery',
  severity: 'danger',
  fires: 'parallel-only units in series',
  find(_job, { battery: { bank, item, systemVoltageV } }) {
    if (!bank || !item || item.seriesAllowed || bank.series.value < 2) return []
    return [
      {
        message: `${bank.series.value} × ${itemName(item)} in series: its maker allows it in parallel only. The electronics of one unit would have to break the voltage of all.`,
        remedy: `Choose a unit of ${formatQuantity(systemVoltageV.value, 'V')}, or one that may stand in series.`,
        place: 'battery.itemId',
        changes: [LET_GO.battery],
      },
    ]
  },
})
