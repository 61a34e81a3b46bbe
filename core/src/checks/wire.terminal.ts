import { LET_GO, sizeCable } from '../edit/offers.ts'
import { conductorOf } from '../tables/conductor.ts'
import { formatArea } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const wireTerminal = defineCheck({
  id: 'wire.terminal',
  link: 'wiring',
  severity: 'fault',
  fires: 'cable thicker than the terminal it ends in takes, where the sheet says what that is',
  find(_job, { wiring, write }) {
    return wiring.circuits.flatMap(({ id, kind, title, cable, terminal }): Found[] => {
      if (!cable || !terminal || conductorOf(cable.size).areaMm2 <= terminal.maxAreaMm2 + 1e-9) return []
      return [
        {
          message: `${title}: ${write.size(cable.size)} does not go into the terminals of ${terminal.unitName.toLowerCase()}, which take ${formatArea(terminal.maxAreaMm2)}.`,
          remedy: 'A joint box with a short thinner tail, two thinner cables, or longer strings of less current.',
          place: `wiring.${id}.size`,
          changes: kind === 'array' ? [sizeCable(id), LET_GO.strings] : [sizeCable(id)],
        },
      ]
    })
  },
})
