import { setCircuit, setFitting } from '../edit/offers.ts'
import { type Circuit, isBreaker } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import { defineCheck, type Found } from './check.ts'

/** What opens a circuit by hand: a breaker, or a switch that stands in it. */
const opens = (circuit: Circuit, fittings: readonly Fitted[]): boolean =>
  isBreaker(circuit) ||
  fittings.some(({ role, item, circuitIds }) => SWITCHES.has(role) && item && circuitIds.includes(circuit.id))
const SWITCHES: ReadonlySet<Fitted['role']> = new Set(['isolator', 'battery-switch', 'load-disconnect'])

export const protectDisconnect = defineCheck({
  id: 'protect.disconnect',
  link: 'wiring',
  severity: 'danger',
  fires: 'no disconnect for an array or for the battery: neither a breaker nor a switch in its circuit',
  find(_job, { wiring: { circuits, fittings } }) {
    return circuits.flatMap((circuit): Found[] => {
      const isBank = circuit.kind === 'battery-main'
      if ((!isBank && circuit.kind !== 'array') || !circuit.cable || opens(circuit, fittings)) return []
      const role = isBank ? 'battery-switch' : 'isolator'
      const unitId = fittings.find((each) => each.role === role && each.circuitIds.includes(circuit.id))?.unitId
      return [
        {
          message: `${circuit.title}: nothing opens it by hand. ${isBank ? 'The bank feeds a fault until it is empty.' : 'Panels are live whenever they are lit, and connectors must not be pulled under load.'}`,
          remedy: isBank ? 'A battery switch or a breaker.' : 'An isolator or a breaker rated for direct current.',
          place: unitId ? `wiring.fittings.${unitId}` : `wiring.${circuit.id}.deviceId`,
          changes: [
            ...(unitId ? [setFitting('Let the design choose the switch', unitId, null)] : []),
            setCircuit('Let the design choose the device', circuit.id, { deviceId: null }),
          ],
        },
      ]
    })
  },
})
