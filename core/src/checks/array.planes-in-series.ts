import { LET_GO } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

/** Planes that face within this of each other count as one, °. Assumption of Yard Lamp. */
const ALIKE_DEG = 10

export const arrayPlanesInSeries = defineCheck({
  id: 'array.planes-in-series',
  link: 'array',
  severity: 'fault',
  fires: 'one series string over planes that face differently: fewer strings than planes',
  find(_job, { site, array: { layout } }) {
    if (!layout || site.planes.length < 2) return []
    const strings = layout.controllers * layout.stringsPerController
    const facing = site.planes.filter(
      (plane, i) =>
        !site.planes
          .slice(0, i)
          .some(
            (other) =>
              Math.abs(plane.azimuthDeg.value - other.azimuthDeg.value) <= ALIKE_DEG &&
              Math.abs((plane.tiltDeg[0]?.value ?? 0) - (other.tiltDeg[0]?.value ?? 0)) <= ALIKE_DEG,
          ),
    )
    if (strings >= facing.length) return []
    return [
      {
        message: `${strings === 1 ? 'One string' : `${strings} strings`} for ${facing.length} planes that face differently (${facing.map(({ plane }) => plane.name).join(', ')}): in series the darkest panel holds all others back.`,
        remedy: 'At least one string in each plane, on an input of its own.',
        place: 'controller.stringsPerController',
        changes: [LET_GO.strings],
      },
    ]
  },
})
