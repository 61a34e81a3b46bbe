import { areaFit, mountedKg } from '../array/area-fit.ts'
import { setOption } from '../edit/offers.ts'
import { defineCheck, type Found } from './check.ts'

export const arrayDoesNotFit = defineCheck({
  id: 'array.does-not-fit',
  link: 'array',
  severity: 'fault',
  fires: 'panels do not fit the area or weight given',
  find(job, { option, site, array: { layout, panels, byPlane }, write }) {
    if (!layout || !panels) return []
    const counts = byPlane.map((each) => each.panels)
    return site.planes.flatMap(({ plane, tiltDeg }, i): Found[] => {
      const wanted = counts[i] ?? 0
      const fit = areaFit(job.site, plane, tiltDeg[0]?.value ?? 0, layout.panel, option.array.fit)
      const found: Found[] = []
      const changes = [
        setOption('Let the design choose the panel', { part: 'array', patch: { panelId: null } }),
      ] as const
      if (fit && wanted > fit.panels) {
        found.push({
          message: `${plane.name}: ${wanted} × ${layout.panel.model} wanted, ${fit.panels} fit on ${write.quantity(plane.widthM ?? 0, 'm')} × ${write.quantity(plane.heightM ?? 0, 'm')} with edges and gaps.`,
          remedy: 'Stronger panels, another plane, or less load.',
          place: 'site.planes',
          changes: option.array.panelId === null ? [] : changes,
        })
      }
      const kg = wanted * mountedKg(layout.panel)
      if (plane.mostWeightKg !== null && kg > plane.mostWeightKg) {
        found.push({
          message: `${plane.name}: ${wanted} × ${layout.panel.model} with what holds them weigh ${write.quantity(kg, 'kg', 0)}; it may bear ${write.quantity(plane.mostWeightKg, 'kg')}.`,
          remedy: 'Lighter panels, another plane, or less load.',
          place: 'site.planes',
          changes: option.array.panelId === null ? [] : changes,
        })
      }
      return found
    })
  },
})
