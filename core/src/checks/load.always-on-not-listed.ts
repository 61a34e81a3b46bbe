import { runningHours } from '../loads/power.ts'
import { defineCheck } from './check.ts'

/** A load on for at least this long counts as always on, h. Assumption of Yard Lamp. */
const ALWAYS_ON_H = 20

/** AC appliances from which a place is taken to be lived in. Assumption of Yard Lamp. */
const LIVED_IN_LOADS = 4

export const loadAlwaysOnNotListed = defineCheck({
  id: 'load.always-on-not-listed',
  link: 'loads',
  severity: 'advice',
  fires:
    'no standby loads at all where people live on AC; silent for equipment, for a few loads and for loads that all run by the clock',
  find(job, { loads }) {
    const ac = loads.counted.filter(({ load }) => load.supply === 'ac')
    const byTheClock = ac.every(({ load }) => load.hoursOfDay !== null)
    if (job.site.kind === 'equipment' || ac.length < LIVED_IN_LOADS || byTheClock) return []
    if (job.loads.some((load) => (runningHours(load)?.weekdayH ?? 0) >= ALWAYS_ON_H)) return []
    return [
      {
        message: 'There are AC loads, yet nothing is listed that is always on: a router, a clock, chargers left in.',
        remedy: 'Walk round once more with the plug-in meter, and list what draws while nothing runs.',
        place: 'loads.add',
      },
    ]
  },
})
