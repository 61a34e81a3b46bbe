import { EMPTY_BACKUP, emptyJob, emptyOption } from '../job/job.ts'
import type { Job, Option } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import type { LinkId, Need } from '../working/links.ts'

/** A part of a job that the rest can be designed without. */
interface Part {
  readonly link: LinkId
  /** Where a person mends it. */
  readonly place: string
  readonly what: string
  readonly without: (job: Job) => Job
}

const NONE = emptyJob('-')
const NO_OPTION = emptyOption('-', '-')

/** Every option goes on without what one of them may hold: they are designed side by side. */
const inOptions =
  (change: (option: Option) => Option) =>
  (job: Job): Job => ({ ...job, options: job.options.map(change) })

/** Smaller parts first: as much as can be stays. */
const PARTS: readonly Part[] = [
  {
    link: 'wiring',
    place: 'wiring.circuits',
    what: 'what was chosen for circuits',
    without: inOptions((option) => ({ ...option, wiring: NO_OPTION.wiring })),
  },
  {
    link: 'backup',
    place: 'backup.kind',
    what: 'what was chosen for the backup',
    without: inOptions((option) => ({ ...option, backup: EMPTY_BACKUP })),
  },
  {
    link: 'inverter',
    place: 'inverter.itemId',
    what: 'what was chosen for the inverter',
    without: inOptions((option) => ({ ...option, inverter: NO_OPTION.inverter })),
  },
  {
    link: 'controller',
    place: 'controller.itemId',
    what: 'what was chosen for controllers and strings',
    without: inOptions((option) => ({ ...option, controller: NO_OPTION.controller })),
  },
  {
    link: 'array',
    place: 'array.panelId',
    what: 'what was chosen for the array',
    without: inOptions((option) => ({ ...option, array: NO_OPTION.array })),
  },
  {
    link: 'battery',
    place: 'battery.itemId',
    what: 'what was chosen for the battery',
    without: inOptions((option) => ({ ...option, battery: NO_OPTION.battery, systemVoltageV: null })),
  },
  {
    link: 'parts',
    place: 'parts.existing',
    what: 'what is already there',
    without: (job) => ({ ...job, existing: [] }),
  },
  {
    link: 'parts',
    place: 'parts.items',
    what: 'the sheets kept with the job',
    without: (job) => ({ ...job, items: [] }),
  },
  {
    link: 'loads',
    place: 'loads.batteryHeating',
    what: 'the heated box',
    without: (job) => ({ ...job, batteryHeating: null }),
  },
  { link: 'loads', place: 'loads', what: 'the loads', without: (job) => ({ ...job, loads: [] }) },
  { link: 'site', place: 'site', what: 'the figures of the site', without: (job) => ({ ...job, site: NONE.site }) },
]

/** A job that cannot be designed as it is, without what stands in the way, and what is said of that. */
export interface Rest<D> {
  readonly design: D
  readonly needs: readonly Need[]
}

/**
 * Designs as much of a job as can be, so that it opens and can be mended where it is wrong.
 * @param make throws where it cannot
 * @param fault what it threw for the whole job
 */
export function designRest<D>(job: Job, make: (job: Job) => D, fault: unknown): Rest<D> {
  const attempt = (rest: Job): D | null => {
    try {
      return make(rest)
    } catch {
      return null
    }
  }
  const alone = oneLoadLess(job, attempt)
  if (alone) return { design: alone.design, needs: [said(alone.part, fault)] }
  for (const part of PARTS) {
    const made = attempt(part.without(job))
    if (made) return { design: made, needs: [said(part, fault)] }
  }
  let rest = job
  const gone: Part[] = []
  for (const part of PARTS) {
    rest = part.without(rest)
    gone.push(part)
    const made = attempt(rest)
    if (made) return { design: made, needs: gone.map((each) => said(each, fault)) }
  }
  // Nothing is left but figures about the whole job.
  return { design: make({ ...NONE, name: job.name, units: job.units }), needs: PARTS.map((each) => said(each, fault)) }
}

/** Where one load is what stands in the way, it is found by halves. */
function oneLoadLess<D>(job: Job, attempt: (rest: Job) => D | null): { design: D; part: Part } | null {
  if (job.loads.length === 0 || attempt({ ...job, loads: [] }) === null) return null
  let suspects = job.loads
  while (suspects.length > 1) {
    const half = suspects.slice(0, Math.ceil(suspects.length / 2))
    suspects = attempt({ ...job, loads: half }) === null ? half : suspects.slice(half.length)
  }
  const [load] = suspects
  const design = load ? attempt({ ...job, loads: job.loads.filter((each) => each !== load) }) : null
  if (!load || design === null) return null
  const what = `the load “${load.name || 'without a name'}”`
  return { design, part: { link: 'loads', place: `loads.${load.id}.powerW`, what, without: (each) => each } }
}

const said = ({ link, place, what }: Part, fault: unknown): Need => ({
  link,
  place,
  message: `Left out of the design until it is mended: ${what}. ${
    fault instanceof InputError ? `It cannot be reckoned with: ${fault.message}.` : 'It cannot be reckoned with.'
  }`,
})
