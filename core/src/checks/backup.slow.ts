import { REFILL_HOURS } from '../backup/charge-source.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

const ATTENDED_HOURS = 6
/** A few minutes over the aim are not worth a word. */
const TOLERANCE = 0.05

export const backupSlow = defineCheck({
  id: 'backup.slow',
  link: 'backup',
  severity: 'advice',
  fires: 'refill takes more than 3 h (6 h: fault where the brief says attended)',
  find(_job, { option, backup: { charge, generator, kind } }) {
    if (!charge || kind !== 'generator' || !generator || charge.hours.value <= REFILL_HOURS * (1 + TOLERANCE)) return []
    const attended = option.backup.attended && charge.hours.value > ATTENDED_HOURS
    // Nobody waits for a generator that starts by itself; six hours are then its limit.
    if (generator.autoStart && charge.hours.value <= ATTENDED_HOURS) return []
    const chargers = Math.min(12, Math.ceil((charge.hours.value / REFILL_HOURS) * charge.quantity))
    return [
      {
        severity: attended ? 'fault' : 'advice',
        message: `The generator takes ${formatQuantity(charge.hours.value, 'h', 1)} to fill the empty bank${attended ? ', and somebody must wait for it' : ''}; ${REFILL_HOURS} h is the aim.`,
        remedy: 'A stronger charger where the bank bears it, or a generator that starts by itself.',
        place: 'backup.chargerId',
        changes: [setOption(`${chargers} chargers`, { part: 'backup', patch: { chargers } })],
      },
    ]
  },
})
