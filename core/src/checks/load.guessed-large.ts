import { formatPercent } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Share of the day from which a guess is worth measuring. Source: common practice. */
const LARGE_SHARE = 0.15

export const loadGuessedLarge = defineCheck({
  id: 'load.guessed-large',
  link: 'loads',
  severity: 'advice',
  fires: 'a load over 15 % of the day is a guess; a day on a plug-in meter would settle it',
  find(_job, { loads: { counted, byBasis } }) {
    const dayWh = byBasis.reduce((sum, { dailyEnergyWh }) => sum + dailyEnergyWh.value, 0)
    return counted
      .filter(({ load, wh }) => load.basis === 'guess' && wh.value > LARGE_SHARE * dayWh)
      .map(({ load, wh }) => ({
        message: `${load.name || 'A load'} is ${formatPercent(wh.value / dayWh)} of the day and a guess.`,
        remedy: 'A day on a plug-in meter would settle it.',
        place: `loads.${load.id}.powerW`,
      }))
  },
})
