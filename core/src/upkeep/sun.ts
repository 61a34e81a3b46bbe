import type { Job } from '../job/schema.ts'
import { monthly, type Task, type TaskRule, task } from './task.ts'

const ROOF =
  'A roof is the most dangerous place of the job: harness, dry weather, a second person. Panels are live whenever lit.'
/** Months from one wash to the next. Dust by what was entered with the site. */
const WASH_MONTHS: Readonly<Record<Job['site']['soiling'], number>> = { 'rain-washed': 12, dusty: 3, desert: 1 }
/** Mean air in which snow may lie, °C. */
const SNOW_AIR_C = 2

/** Panels, frames, and what winter asks. */
export const sunTasks: TaskRule = ({ design, unitsOf }) => {
  const panels = unitsOf('panels')
  if (panels.length === 0) return []
  const { site } = design.job
  return [
    task('upkeep/wash/panels', 'Panels: look, and wash', monthly(WASH_MONTHS[site.soiling], 'habit'), {
      how: 'Cool panels, water and a soft brush, nothing else. Look for broken glass, brown spots, loose leads, nests, and what grew into the light.',
      tools: 'soft brush, water, no pressure washer',
      caution: ROOF,
      doneBy: ['cleaning'],
    }),
    task('upkeep/frames/panels', 'Clamps and frames', monthly(12, 'sheet', { firstMonths: 12 }), {
      how: 'Clamps and rails to their torque, feet and seals tight, bonds of the frames not corroded. After each storm a look.',
      tools: 'torque wrench, sealant',
      caution: ROOF,
    }),
    ...tilts(design.job),
    ...snow(design.job),
  ]
}

/** Frames that are set by the season. */
function tilts({ site }: Job): Task[] {
  const south = (site.latitudeDeg ?? 0) < 0
  const turned = (month: number) => (south ? ((month + 5) % 12) + 1 : month)
  return site.planes.flatMap(({ id, name, positions }) => {
    if (positions === 'fixed') return []
    const months = (positions === 'two' ? [4, 10] : [3, 5, 8, 10]).map(turned)
    return [
      task(
        `upkeep/tilt/${id}`,
        `Set the tilt: ${name}`,
        monthly(1, 'habit', { inMonths: months.sort((a, b) => a - b) }),
        {
          how: 'To the tilt of the season, as the site page has it; clamps to their torque.',
          tools: 'angle gauge, torque wrench',
          caution: ROOF,
        },
      ),
    ]
  })
}

/** Before the first cold month, where snow takes sun. */
function snow({ site }: Job): Task[] {
  const cold = site.monthMeanC.flatMap((mean, i) =>
    (site.snowFraction[i] ?? 0) > 0 || (mean !== null && mean < SNOW_AIR_C) ? [i + 1] : [],
  )
  const first = cold.find((month) => !cold.includes(((month + 10) % 12) + 1))
  if (first === undefined) return []
  const before = ((first + 10) % 12) + 1
  return [
    task('upkeep/winter/site', 'Before winter', monthly(12, 'habit', { inMonths: [before] }), {
      how: 'Snow rake at hand, lower edge of the panels free for snow to slide, generator and fuel ready, water out of what may freeze, heater of the batteries tried.',
      tools: 'snow rake, torch',
      caution: ROOF,
    }),
  ]
}
