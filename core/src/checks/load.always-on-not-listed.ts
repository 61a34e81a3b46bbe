import { runningHours } from '../loads/power.ts'
import { defineCheck } from './check.ts'

/** A load on for at least this long counts as always on, h. Assumption of Yard Lamp. */
const ALWAYS_ON_H = 20

export const loadAlwaysOnNotListed = defineCheck({
  id: 'load.always-on-not-listed',
  link: 'loads',
  severity: 'advice',
  fires: 'no standby loads at all in an AC system',
  find(job, { loads }) {
    if (!loads.hasAc || job.loads.some((load) => (runningHours(load)?.weekdayH ?? 0) >= ALWAYS_ON_H)) return []
    return [
      {
        message: 'There are AC loads, yet nothing is listed that is always on: a router, a clock, chargers left in.',
        remedy: 'Walk round once more with the plug-in meter, and list what draws while nothing runs.',
        place: 'loads.add',
      },
    ]
  },
})
