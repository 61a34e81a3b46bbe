import { setOption } from '../edit/offers.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

const ATTENDED_HOURS = 6
/** A few minutes over the aim are not worth a word. */
const TOLERANCE = 0.05

export const backupSlow = defineCheck({
  id: 'backup.slow',
  link: 'backup',
  severity: 'advice',
  fires:
    'refill by a generator takes longer than the school in force asks (3 h, or as chosen), where a stronger charger would help; fault over 6 h where somebody waits for it',
  find(_job, { option, backup: { charge, generator, kind } }) {
    const aimHours = option.backup.refillHours ?? DEFAULTS.refillHours.value
    if (!charge || kind !== 'generator' || !generator || charge.hours.value <= aimHours * (1 + TOLERANCE)) return []
    // What the bank itself takes no faster, no charger mends.
    if (charge.limitedBy === 'bank') return []
    const attended = option.backup.attended && charge.hours.value > ATTENDED_HOURS
    // Nobody waits for a generator that starts by itself; six hours are then its limit.
    if (generator.autoStart && charge.hours.value <= ATTENDED_HOURS) return []
    const chargers = Math.min(12, Math.ceil((charge.hours.value / aimHours) * charge.quantity))
    return [
      {
        severity: attended ? 'fault' : 'advice',
        message: `The generator takes ${formatQuantity(charge.hours.value, 'h', 1)} to fill the empty bank${attended ? ', and somebody must wait for it' : ''}; ${aimHours} h is the aim.`,
        remedy: 'A stronger charger where the bank bears it, or a generator that starts by itself.',
        place: 'backup.chargerId',
        changes: [setOption(`${chargers} chargers`, { part: 'backup', patch: { chargers } })],
      },
    ]
  },
})
