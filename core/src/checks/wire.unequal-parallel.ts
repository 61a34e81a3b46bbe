import { setCircuit } from '../edit/offers.ts'
import { defineCheck, type Found } from './check.ts'

/** Share of the longest lead by which the others may be shorter. Assumption of Yard Lamp: about what cutting by hand leaves. */
const MOST_UNEQUAL_FRACTION = 0.05

export const wireUnequalParallel = defineCheck({
  id: 'wire.unequal-parallel',
  link: 'wiring',
  severity: 'danger',
  fires: 'leads of batteries in parallel that differ in length by more than a twentieth',
  find(_job, { wiring, write }) {
    return wiring.circuits.flatMap(({ id, title, leadsM }): Found[] => {
      if (!leadsM) return []
      const [longestM, shortestM] = [Math.max(...leadsM), Math.min(...leadsM)]
      if (longestM - shortestM <= MOST_UNEQUAL_FRACTION * longestM) return []
      return [
        {
          message: `${title}: leads from ${write.quantity(shortestM, 'm')} to ${write.quantity(longestM, 'm')}. The battery on the shortest works hardest, and ages first.`,
          remedy: `Cut all leads to ${write.quantity(longestM, 'm')}, of one size and with the same lugs.`,
          place: `wiring.${id}.leadsM`,
          changes: [setCircuit(`Cut all to ${write.quantity(longestM, 'm')}`, id, { leadsM: null, lengthM: longestM })],
        },
      ]
    })
  },
})
