import { setOption } from '../edit/offers.ts'
import { formatPercent } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const backupThresholds = defineCheck({
  id: 'backup.thresholds',
  link: 'backup',
  severity: 'fault',
  fires: 'the generator starts at or above the charge it stops at, or below the depth the bank may be used to',
  find(_job, { backup: { kind, startAt, stopAt }, battery: { depthOfDischarge, bank } }) {
    if (kind !== 'generator' || !bank) return []
    const lowest = 1 - depthOfDischarge.value
    const changes = [
      setOption('Thresholds left to the design', { part: 'backup', patch: { startAt: null, stopAt: null } }),
    ]
    if (startAt.value >= stopAt.value - 1e-9)
      return [
        {
          message: `It starts at ${formatPercent(startAt.value, 0)} of charge and stops at ${formatPercent(stopAt.value, 0)}: it never runs, or never stops.`,
          remedy: 'Start well below the charge it stops at.',
          place: 'backup.startAt',
          changes,
        },
      ]
    if (startAt.value >= lowest - 0.005 - 1e-9) return []
    return [
      {
        message: `It starts at ${formatPercent(startAt.value, 0)} of charge; the bank is planned to be used down to ${formatPercent(lowest, 0)}.`,
        remedy: `Start at ${formatPercent(lowest, 0)} or above.`,
        place: 'backup.startAt',
        changes,
      },
    ]
  },
})
