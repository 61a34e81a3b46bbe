import { formatPercent } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Share of the day from which a guess is worth measuring. Source: handbook, checks. */
const LARGE_SHARE = 0.15

export const loadGuessedLarge = defineCheck({
  id: 'load.guessed-large',
  link: 'loads',
  severity: 'advice',
  fires: 'a load over 15 % of the day is a guess; a day on a plug-in meter would settle it',
  find(job, { loads }) {
    const dayWh = loads.rows.reduce((sum, row) => sum + (row.counted ? (row.dailyEnergyWh?.value ?? 0) : 0), 0)
    return job.loads.flatMap((load, i): Found[] => {
      const row = loads.rows[i]
      const share = row?.counted && row.dailyEnergyWh && dayWh > 0 ? row.dailyEnergyWh.value / dayWh : 0
      if (load.basis !== 'guess' || share <= LARGE_SHARE) return []
      return [
        {
          message: `${load.name || 'A load'} is ${formatPercent(share)} of the day and a guess.`,
          remedy: 'A day on a plug-in meter would settle it.',
          place: `loads.${load.id}.powerW`,
        },
      ]
    })
  },
})
