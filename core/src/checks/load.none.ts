import { defineCheck } from './check.ts'

export const loadNone = defineCheck({
  id: 'load.none',
  link: 'loads',
  severity: 'fault',
  fires: 'no load, or all loads at zero',
  find(job, { loads }) {
    if (loads.rows.some((row) => row.counted && (row.dailyEnergyWh?.value ?? 0) > 0)) return []
    const message =
      job.loads.length === 0
        ? 'No load is listed: there is nothing to size for.'
        : 'Every load comes to 0 Wh a day: there is nothing to size for.'
    return [{ message, remedy: 'List what it must run, with watts and hours.', place: 'loads.add' }]
  },
})
