import { everyString, MAIN_ARRAY_ID } from '../controller/link.ts'
import { LET_GO, setCircuit } from '../edit/offers.ts'
import { circuitId } from '../plant/joint.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about } from './strings.ts'

export const stringFuseMissing = defineCheck({
  id: 'string.fuse-missing',
  link: 'wiring',
  severity: 'danger',
  fires: 'three or more strings, or reverse current above the panel’s series fuse, without string fuses: any array',
  find(_job, design) {
    return everyString(design).flatMap(({ id, name, panel, strings }): Found[] => {
      const needed = strings.stringsPerInput >= 3 || strings.fuseRequired.value
      const circuit = circuitId('string', id)
      const fuse = design.wiring.circuits.find((each) => each.id === circuit)?.device
      if (!needed || (fuse && strings.fuseRatingA.value !== null)) return []
      const why = `${about(name)}${strings.stringsPerInput} strings in parallel can push ${formatQuantity(strings.reverseCurrentA.value, 'A')} back into a faulty one; the panel allows a ${formatQuantity(panel.maxSeriesFuseA, 'A')} series fuse`
      if (strings.fuseRatingA.value === null) {
        return [
          {
            message: `${why}, and no standard fuse both carries the string and protects the panel.`,
            remedy: 'Fewer strings on a controller, or longer strings.',
            place:
              id === MAIN_ARRAY_ID
                ? 'controller.stringsPerController'
                : `controller.further.${id}.stringsPerController`,
            changes: id === MAIN_ARRAY_ID ? [LET_GO.strings] : [],
          },
        ]
      }
      return [
        {
          message: `${why}, and the strings have no fuses.`,
          remedy: `A ${formatQuantity(strings.fuseRatingA.value, 'A')} fuse in each string.`,
          place: `wiring.${circuit}.deviceId`,
          changes: [setCircuit('Fuse every string', circuit, { deviceId: null, deviceRatingA: null })],
        },
      ]
    })
  },
})
