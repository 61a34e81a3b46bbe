import type { Catalogue } from '../catalogue/schema.ts'
import { type Design, design } from '../chain/design.ts'
import type { LinkId } from '../chain/links.ts'
import { chosenOption } from '../job/job.ts'
import type { Job } from '../job/schema.ts'

/** One link now and with the loads planned for later. */
export interface LaterLink {
  readonly link: LinkId
  readonly now: string
  readonly later: string
  /** What would have to change, in words; empty where what stands there serves. */
  readonly change: string
}

export interface LaterStage {
  readonly design: Design
  readonly links: readonly LaterLink[]
}

/** Whether anything is planned for later. */
export const hasLater = (job: Job): boolean => job.loads.some(({ stage }) => stage === 'later')

/**
 * The same chain with the later loads counted, on the equipment of today: bank, panel, controller and inverter are kept,
 * only their number may grow. Null where nothing is planned for later.
 */
export function laterStage(job: Job, catalogue: Catalogue, now: Design): LaterStage | null {
  if (!hasLater(job)) return null
  const later = design(laterJob(job, now), catalogue)
  const count = (n: number, was: number, what: string) =>
    n > was ? `${n - was} more ${what}${n - was > 1 ? 's' : ''}` : ''
  const strings = now.controller.strings
  const fits = later.array.layout?.fits ?? false
  const changes: Partial<Record<LinkId, string>> = {
    battery: later.battery.bank
      ? count(later.battery.bank.parallel.value, now.battery.bank?.parallel.value ?? 0, 'string')
      : 'another bank',
    array: later.array.panels
      ? count(later.array.panels.value, now.array.panels?.value ?? 0, 'panel')
      : 'another array',
    controller: !strings
      ? ''
      : !fits
        ? `another controller: ${later.array.layout?.short || 'no string can be made'}`
        : count(later.controller.quantity, now.controller.quantity, 'controller'),
    inverter: later.inverter.needed
      ? later.inverter.item && later.inverter.candidates.find(({ item }) => item.id === later.inverter.item?.id)?.fits
        ? count(later.inverter.quantity, now.inverter.quantity, 'inverter')
        : 'a larger inverter'
      : '',
    backup:
      later.backup.generator &&
      later.backup.requiredVA &&
      later.backup.generator.continuousVA < later.backup.requiredVA.value
        ? 'a larger generator'
        : '',
  }
  const links = (['loads', 'battery', 'array', 'controller', 'inverter', 'backup'] as const).map((link) => ({
    link,
    now: now[link].text,
    later: later[link].text,
    change: changes[link] ?? '',
  }))
  return { design: later, links }
}

/** The later loads counted, and today's equipment held. */
function laterJob(job: Job, now: Design): Job {
  const own = chosenOption(job)
  const { battery, array, controller, inverter, backup } = now
  const held = {
    ...own,
    systemVoltageV: battery.systemVoltageV.value,
    battery: { ...own.battery, itemId: battery.item?.id ?? null, parallel: null },
    array: { ...own.array, panelId: array.layout?.panel.id ?? null },
    controller: {
      ...own.controller,
      itemId: controller.item?.id ?? null,
      quantity: null,
      panelsPerString: controller.strings?.panelsPerString ?? null,
      stringsPerController: null,
    },
    inverter: { ...own.inverter, itemId: inverter.item?.id ?? null, quantity: null },
    backup: { ...own.backup, generatorId: backup.generator?.id ?? null },
  }
  return {
    ...job,
    loads: job.loads.map((load) => ({ ...load, stage: 'now' })),
    options: job.options.map((option) => (option.id === own.id ? held : option)),
  }
}
