import { areaFit, surfaceOf } from '../array/area-fit.ts'
import { type LaidPanels, laidBeside, takenBy } from '../array/in-planes.ts'
import type { Panel } from '../catalogue/schema.ts'
import type { Change } from '../edit/edit.ts'
import { setOption } from '../edit/offers.ts'
import type { Plane } from '../job/schema.ts'
import type { Writer } from '../units/writer.ts'
import { defineCheck, type Found } from './check.ts'

const LET_GO: readonly Change[] = [
  setOption('Let the design choose the panel', { part: 'array', patch: { panelId: null } }),
]

export const arrayDoesNotFit = defineCheck({
  id: 'array.does-not-fit',
  link: 'array',
  severity: 'fault',
  fires: 'panels do not fit the area or weight given: of the main array, of one given a plane, or of several together',
  find(job, { option, site, catalogue, array: { layout, byPlane }, write }) {
    const beside = laidBeside(option.controller.further, catalogue.panels)
    return site.everyPlane.flatMap(({ plane, tiltDeg }): Found[] => {
      const tilt = tiltDeg[(site.leastSunMonth ?? 1) - 1]?.value ?? 0
      const fitOf = (panel: Panel) => areaFit(job.site, plane, tilt, panel, option.array.fit)?.panels
      const own = byPlane.find(({ planeId }) => planeId === plane.id)?.panels ?? 0
      const laid: LaidPanels[] = [
        ...(layout && own > 0 ? [{ planeId: plane.id, panel: layout.panel, panels: own }] : []),
        ...beside.filter(({ planeId }) => planeId === plane.id),
      ]
      if (laid.length === 0) return []
      const changes = option.array.panelId === null ? [] : LET_GO
      const { areaFraction, kg } = takenBy(laid, fitOf, surfaceOf(job.site, plane))
      const found: Found[] = []
      if (areaFraction > 1 + 1e-9)
        found.push({ ...saidOf(tooMany(plane, laid, fitOf, areaFraction, write)), place: 'site.planes', changes })
      if (plane.mostWeightKg !== null && kg > plane.mostWeightKg)
        found.push({
          message: `${plane.name}: ${listed(laid)} with what holds them weigh ${write.quantity(kg, 'kg', 0)}; it may bear ${write.quantity(plane.mostWeightKg, 'kg')}.`,
          remedy: 'Lighter panels, another plane, or less load.',
          place: 'site.planes',
          changes,
        })
      return found
    })
  },
})

const saidOf = (message: string) => ({ message, remedy: 'Stronger panels, another plane, or less load.' })

const listed = (laid: readonly LaidPanels[]): string =>
  laid.map(({ panel, panels }) => `${panels} × ${panel.model}`).join(' and ')

function tooMany(
  plane: Plane,
  laid: readonly LaidPanels[],
  fitOf: (panel: Panel) => number | undefined,
  areaFraction: number,
  write: Writer,
): string {
  const size = `${write.quantity(plane.widthM ?? 0, 'm')} × ${write.quantity(plane.heightM ?? 0, 'm')} with edges and gaps`
  const [only] = laid
  return laid.length === 1 && only
    ? `${plane.name}: ${listed(laid)} wanted, ${fitOf(only.panel) ?? 0} fit on ${size}.`
    : `${plane.name}: ${listed(laid)} wanted; together they take ${Number.isFinite(areaFraction) ? write.number(areaFraction * 100, '', 0) : 'far more than 100'} % of ${size}.`
}
