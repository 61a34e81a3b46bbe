import { formatNumber } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const loadHoursOverDay = defineCheck({
  id: 'load.hours-over-day',
  link: 'loads',
  severity: 'fault',
  fires: 'hours over 24, duty over 1, days over 7',
  find(job) {
    const beyond = job.loads.filter(
      ({ hoursPerDay, dutyCycle, daysPerWeek }) => (hoursPerDay ?? 0) > 24 || dutyCycle > 1 || daysPerWeek > 7,
    )
    return beyond.flatMap((load): Found[] => {
      const wrong = [
        { field: 'hoursPerDay', value: load.hoursPerDay ?? 0, most: 24, says: 'hours a day' },
        { field: 'dutyCycle', value: load.dutyCycle, most: 1, says: 'as share of the time it draws' },
        { field: 'daysPerWeek', value: load.daysPerWeek, most: 7, says: 'days a week' },
      ].filter(({ value, most }) => value > most)
      return wrong.map(({ field, value, most, says }) => ({
        message: `${load.name || 'A load'}: ${formatNumber(value)} ${says}, more than ${most}. ${most} is counted.`,
        remedy: `Enter at most ${most}.`,
        place: `loads.${load.id}.${field}`,
      }))
    })
  },
})
