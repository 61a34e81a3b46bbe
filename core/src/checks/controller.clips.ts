import { LET_GO, setOption } from '../edit/offers.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Share of the array's power above which clipping is a fault. Assumption of Yard Lamp. */
const FAULT_SHARE = 0.25

export const controllerClips = defineCheck({
  id: 'controller.clips',
  link: 'controller',
  severity: 'advice',
  fires: 'array power above output rating × battery voltage; kWh lost a year. Fault over 25 %',
  find(_job, { site, array, controller: { quantity, strings } }) {
    if (!strings || !array.controllerArrayPowerW || strings.clippedW.value <= 1e-6) return []
    const share = strings.clippedW.value / array.controllerArrayPowerW.value
    const sunHoursAYear = (site.sunHours?.value ?? []).reduce(
      (sum, hours, month) => sum + hours * (DAYS_IN_MONTH[month] ?? 30),
      0,
    )
    const mostKwh = (strings.clippedW.value * quantity * sunHoursAYear) / 1000
    return [
      {
        severity: share > FAULT_SHARE ? 'fault' : 'advice',
        message: `At full sun ${formatQuantity(strings.clippedW.value * quantity, 'W')} (${formatPercent(share, 0)} of the array) are above what the controller puts out at battery voltage: at most ${formatQuantity(mostKwh, 'kWh')} lost a year.`,
        remedy: 'A larger controller, one more controller, or fewer panels.',
        place: 'controller.itemId',
        changes: [
          setOption('One more controller', {
            part: 'controller',
            patch: { quantity: quantity + 1, stringsPerController: null },
          }),
          LET_GO.controller,
        ],
      },
    ]
  },
})
