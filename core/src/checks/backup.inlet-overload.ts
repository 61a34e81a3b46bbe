import { averageHouseW } from '../backup/input-limit.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const backupInletOverload = defineCheck({
  id: 'backup.inlet-overload',
  link: 'backup',
  severity: 'fault',
  fires:
    'charger and house above what the inlet and its lead bear, or the input limit that is set; a limit set above the inlet',
  find(_job, { option, backup: { charge }, loads }) {
    const { inletA, inputSetA, houseLoadW } = option.backup
    if (!charge?.input.limitA) return []
    const found: Found[] = []
    if (inletA !== null && inputSetA !== null && inputSetA > inletA + 1e-9)
      found.push({
        message: `The input limit is set to ${formatQuantity(inputSetA, 'A')}; inlet and lead bear ${formatQuantity(inletA, 'A')}.`,
        remedy: 'Set it to what inlet and lead bear.',
        place: 'backup.inputSetA',
        changes: [
          setOption(`Set the input limit to ${formatQuantity(inletA, 'A')}`, {
            part: 'backup',
            patch: { inputSetA: inletA },
          }),
        ],
      })
    const { input, powerW, efficiency, powerFactor } = charge
    const chargerVA = powerW.value / efficiency.value / powerFactor
    const houseW = input.carriesHouse ? (houseLoadW ?? averageHouseW({ demand: loads }).value) : 0
    const drawnA = (chargerVA + houseW) / (input.voltageV.value * input.legs)
    const limitA = input.limitA ?? { value: Number.POSITIVE_INFINITY, from: '' }
    if (drawnA <= limitA.value * (1 + 1e-6)) return found
    const leftA = Math.floor(
      (Math.max(0, limitA.value * input.voltageV.value * input.legs - houseW) *
        powerFactor *
        efficiency.value *
        charge.currentA.value) /
        powerW.value,
    )
    found.push({
      message: `Charger${houseW > 0 ? ' and house' : ''} draw ${formatQuantity(drawnA, 'A', 1)} through ${limitA.from}, which bears ${formatQuantity(limitA.value, 'A')}${input.legs === 2 ? ' on each leg' : ''}. It trips, or the lead gets hot.`,
      remedy: 'A charger set lower, less running while it charges, or a stronger inlet and lead.',
      place: 'backup.chargerSetA',
      changes:
        leftA >= 1 && leftA >= charge.leastA
          ? [setOption(`Set the charger to ${leftA} A`, { part: 'backup', patch: { chargerSetA: leftA } })]
          : [],
    })
    return found
  },
})
