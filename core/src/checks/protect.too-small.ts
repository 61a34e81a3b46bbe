import { setCircuit } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { type Circuit, type CircuitDevice, START_S } from '../wiring/circuits.ts'
import { defineCheck, type Found } from './check.ts'

export const protectTooSmall = defineCheck({
  id: 'protect.too-small',
  link: 'wiring',
  severity: 'fault',
  fires:
    'device below the rule set’s factor of the design current or 1.25 × what it carries all day, below a controller’s rated output, or one that opens on the worst start',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap((circuit): Found[] => {
      const { id, kind, title, device } = circuit
      // A string's fuse is judged by its panels: protect.string-fuse-large.
      if (!device || kind === 'string') return []
      const why = shortfall(circuit, device, wiring.rules.continuousFactor.value)
      if (!why) return []
      return [
        {
          message: `${title}: a ${formatQuantity(device.ratingA.value, 'A')} device ${why}.`,
          remedy: 'The next standard rating that its cable carries, or a slower class of device.',
          place: `wiring.${id}.deviceRatingA`,
          changes: [
            setCircuit('Take the rating that holds', id, { deviceRatingA: null, size: null }),
            setCircuit('Let the design choose device and cable', id, {
              deviceRatingA: null,
              deviceId: null,
              size: null,
            }),
          ],
        },
      ]
    })
  },
})

function shortfall(
  { currentA, continuousA, factor, startA }: Circuit,
  device: CircuitDevice,
  continuousFactor: number,
): string | null {
  const { ratingA, minimumA, opensOnStart } = device
  if (ratingA.value < minimumA.value - 1e-6) {
    const byDesign = factor.value * currentA.value >= minimumA.value - 1e-6
    const of = byDesign
      ? factor.value === 1
        ? `its rated ${formatQuantity(currentA.value, 'A', 1)}`
        : `${factor.value} × ${formatQuantity(currentA.value, 'A', 1)}`
      : `${continuousFactor} × ${formatQuantity(continuousA.value, 'A', 1)}, which flows all day`
    return `is below ${of}: it opens in ordinary use`
  }
  return opensOnStart && startA
    ? `opens within ${formatQuantity(START_S, 's')} at the ${formatQuantity(startA.value, 'A')} of the worst start`
    : null
}
