import { setOption } from '../edit/offers.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { formatNumber, monthName } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Beyond this a count of days says nothing to a person. */
const LONGEST_SAID_DAYS = 180

export const arrayRecoverySlow = defineCheck({
  id: 'array.recovery-slow',
  link: 'array',
  severity: 'advice',
  fires:
    'the bank, once empty, needs longer than the brief’s recovery days (7 where none is given) of average days of the design month to fill',
  find(_job, { option, array: { recoveryDays, designMonth, layout } }) {
    if (!recoveryDays || !layout || !designMonth) return []
    const limit = option.array.recoveryDays ?? DEFAULTS.recoveryDays.value
    const days = recoveryDays.value
    if (days !== null && days <= limit * (1 + 1e-6)) return []
    const month = monthName(designMonth.value)
    return [
      {
        message:
          days === null || days > LONGEST_SAID_DAYS
            ? `In ${month} next to nothing is left over: the bank, once empty, never fills again on average days.`
            : `The bank, once empty, takes ${formatNumber(days, days < 10 ? 1 : 0)} average days of ${month} to fill; ${formatNumber(limit)} is the aim.`,
        remedy: 'An array sized to refill the bank, a generator in that month, or a smaller bank.',
        place: 'array.sizing',
        changes: [
          setOption(`Size the array to refill in ${formatNumber(limit)} days`, {
            part: 'array',
            patch: { sizing: 'recover', singleFactor: option.array.singleFactor },
          }),
        ],
      },
    ]
  },
})
