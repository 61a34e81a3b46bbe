import { surfaceOf } from '../../array/area-fit.ts'
import { cautionsFor } from '../../checks/cautions.ts'
import { roofOf } from '../../diagram/roof.ts'
import type { Surface } from '../../job/schema.ts'
import { TWO_PEOPLE_KG } from '../../parts/link.ts'
import type { Step } from '../step.ts'
import { between, field, measuring, step, UNKNOWN } from '../step.ts'
import type { Work } from '../work.ts'

/** Before leaving, and mounting: what is done once for the whole site. */

const caution = ({ design }: Work, ...ids: string[]): string =>
  cautionsFor(design)
    .filter(({ id }) => ids.includes(id))
    .map(({ text }) => text)
    .join(' ')

export function beforeLeaving(work: Work): Step[] {
  const { parts, wiring, write } = { ...work.design, write: work.write }
  const suppliers = new Set(parts.lines.map(({ supplier }) => supplier).filter((name) => name !== '')).size
  const cables = wiring.circuits.filter(({ cable }) => cable !== null).length + wiring.bonds.length
  const lines = parts.lines.filter(({ ordered }) => ordered > 0).length
  return [
    // What was counted before leaving stays counted when something is changed on site.
    step({
      id: 'before.parts',
      stage: 'before',
      title: 'Everything on the list is there',
      what: `Count each line against the list of parts: ${lines} lines from ${suppliers === 1 ? 'one supplier' : `${suppliers} suppliers`}. Panels and batteries unpacked, no crack, no dent, no bulge; serial numbers written down or photographed.`,
      tool: 'the list of parts, by place',
      caution: caution(work, 'lifting', 'lithium'),
      ...measuring([{ ...field('lines', 'lines there', '', 0), ...between(lines, lines, 'the list of parts') }]),
      causes: [
        {
          sign: 'low',
          text: 'Something was not delivered, or is in another box.',
          next: 'Order by supplier, line by line; do not begin what cannot be closed the same day.',
        },
        { sign: 'high', text: 'Spares were counted with the rest.', next: 'Count again by the list.' },
      ],
      link: 'parts',
      mayBeLeft: true,
    }),
    step({
      id: 'before.cables',
      stage: 'before',
      title: 'Cables cut, labelled at both ends',
      what: `Cut by the list, ${cables} cables; the same label on both ends of each, before it is drawn in.`,
      tool: 'cutter, crimper, printed labels',
      place: 'parts',
      link: 'parts',
      mayBeLeft: true,
    }),
    step({
      id: 'before.settings',
      stage: 'before',
      title: 'Settings and drawing on paper',
      what: 'The sheet of settings, the one-line drawing and the makers’ instructions are in the van, printed: there may be no signal.',
      link: 'wiring',
      place: 'wiring',
      mayBeLeft: true,
    }),
    step({
      id: 'before.tools',
      stage: 'before',
      title: 'Tools and protection',
      what: 'Meter for direct and alternating voltage of the right category, clamp for direct current, torque wrench, insulated tools, insulation tester, gloves, eye protection, harness, water and neutraliser where cells are open, a blanket to cover panels.',
      tool: 'the meter tried on a known battery first',
      caution: caution(work, 'battery-short', 'hydrogen'),
      link: 'wiring',
    }),
    step({
      id: 'before.people',
      stage: 'before',
      title: 'Weather, and a second person',
      what: `No wind that lifts a panel, no thunder, dry roof. Two people on the roof and for every piece from ${write.quantity(TWO_PEOPLE_KG, 'kg', 0)}. The place can be reached by an ambulance, and somebody knows where you are.`,
      caution: caution(work, 'height', 'code'),
      link: 'site',
    }),
  ]
}

const FIXING: Readonly<Record<Surface, string>> = {
  tile: 'Hooks on the rafters, never on the battens; tiles ground out so that none rests on a hook; seals where the cable goes in.',
  slate: 'Hooks through flashing into the rafters; no slate carries weight.',
  metal: 'Feet into the purlins or clamps on the seam, each with its seal; no hole in the valley of a sheet.',
  flat: 'Ballast as reckoned, mats below; the skin of the roof whole, drains free.',
  ground: 'Posts plumb and fast, concrete set; frames clear of the snow and of the mower.',
  deck: 'Clean, dry, primed and glued as the maker asks; nothing moved until it has cured.',
}

/** Each plane by itself. */
export function mounting(work: Work): Step[] {
  const { design, write } = work
  return roofOf(design).flatMap(({ planeId, name, strings }): Step[] => {
    const plane = design.site.planes.find(({ plane }) => plane.id === planeId)?.plane
    if (!plane) return []
    const surface = surfaceOf(design.job.site, plane)
    const panels = strings.reduce((sum, each) => sum + each.panels.length, 0)
    return [
      step(
        {
          id: `mount.${planeId}`,
          stage: 'mount',
          title: `${name}: feet, rails and panels`,
          what: `${panels} panels. ${FIXING[surface]} Edges free as drawn, clamps where the panel’s sheet allows them, tightened with a wrench to what the clamp’s maker asks; cables tied up, none on the roof’s skin, ${write.quantity(0.1, 'm', 1)} of slack at each box.`,
          tool: 'torque wrench, string line',
          caution: caution(work, 'height', 'array-live'),
          ...measuring([
            { ...field('torqueNm', 'clamps tightened to', 'N·m', 0, true), ...UNKNOWN, from: 'the sheet of the clamp' },
          ]),
          link: 'array',
          place: 'array',
          after: ['before.people'],
        },
        [surface, panels],
      ),
    ]
  })
}

/** Where each plane is mounted, for what must come after. */
export const mountedIds = ({ design }: Work): string[] => roofOf(design).map(({ planeId }) => `mount.${planeId}`)
