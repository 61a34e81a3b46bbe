import { setCircuit } from '../edit/offers.ts'
import { mostDeviceA } from '../rules/ways.ts'
import { nextRatingA } from '../tables/standard-ratings.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import type { Circuit, CircuitCable } from '../wiring/circuits.ts'
import { defineCheck, type Found } from './check.ts'

export const protectTooLarge = defineCheck({
  id: 'protect.too-large',
  link: 'wiring',
  severity: 'danger',
  fires: 'device above the cable’s limit, or above the next standard rating where the rule set allows that',
  find(_job, { wiring }) {
    const nextUpA = wiring.rules.nextDeviceUp.value
    return wiring.circuits.flatMap((circuit): Found[] => {
      const { id, title, cable, device } = circuit
      if (!cable || !device || device.ratingA.value <= largestOf(circuit, cable, nextUpA) + 1e-6) return []
      return [
        {
          message: `${title}: a ${formatQuantity(device.ratingA.value, 'A')} device on ${formatSize(cable.size)} that may carry ${formatQuantity(cable.ampacityA.value, 'A')} does not protect it.`,
          remedy: 'A smaller device, or a thicker cable.',
          place: `wiring.${id}.deviceRatingA`,
          changes: [setCircuit('Take the rating that protects it', id, { deviceRatingA: null, size: null })],
        },
      ]
    })
  },
})

/** Largest device a cable may stand behind: what it carries, or the next standard one up where the rules allow it. */
function largestOf({ series, installation }: Circuit, cable: CircuitCable, nextUpA: number | null): number {
  const carriesA = cable.ampacityA.value
  const isSmall = Number.isFinite(mostDeviceA(installation, cable.size))
  if (nextUpA === null || isSmall) return carriesA
  const next = nextRatingA(series, carriesA) ?? carriesA
  return next <= nextUpA ? Math.max(carriesA, next) : carriesA
}
