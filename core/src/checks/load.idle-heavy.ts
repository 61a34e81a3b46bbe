import { formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Share of the day above which idle draw is worth a thought. Assumption of Yard Lamp. */
const HEAVY_SHARE = 0.2

export const loadIdleHeavy = defineCheck({
  id: 'load.idle-heavy',
  link: 'loads',
  severity: 'advice',
  fires: 'inverter idle and standby are over 20 % of the day',
  find(_job, { loads, inverter }) {
    const dayWh = loads.busDailyEnergyWh.value
    const idleWh = loads.idleEnergyWh.value + 24 * loads.standbyW.value
    if (!(loads.hasAc || loads.hasDc) || !(idleWh > HEAVY_SHARE * dayWh)) return []
    return [
      {
        message: `Inverter idle and standby take ${formatQuantity(idleWh, 'Wh', 0)} of the ${formatQuantity(dayWh, 'Wh', 0)} a day, ${formatPercent(idleWh / dayWh)}.`,
        remedy: inverter.item
          ? 'Switch the inverter off at night, take one that idles lower, or run the small loads on DC.'
          : 'Take a controller and monitor that draw less, or switch them off with the site.',
        place: inverter.item ? 'inverter.hoursPerDay' : 'loads.controllerStandbyW',
      },
    ]
  },
})
