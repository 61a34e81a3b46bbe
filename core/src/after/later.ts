import { type Design, design } from '../chain/design.ts'
import { MAIN_ARRAY_ID } from '../controller/link.ts'
import { applyAll } from '../edit/apply.ts'
import { chooseVoltage } from '../edit/offers.ts'
import type { Job } from '../job/schema.ts'
import type { Role, Unit } from '../plant/plant.ts'
import type { LinkId } from '../working/links.ts'

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
export function laterStage(now: Design): LaterStage | null {
  if (!hasLater(now.job)) return null
  const later = design(laterJob(now), now.catalogue)
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
    now: now[link].answer,
    later: later[link].answer,
    change: changes[link] ?? '',
  }))
  return { design: later, links }
}

/** The later loads counted, and what stands there today held. */
function laterJob(now: Design): Job {
  const { job, plant, battery, controller } = now
  const held = (role: Role) => plant.units.find((unit) => unit.role === role && isMain(unit))?.item?.id ?? null
  const counted = job.loads.flatMap(({ id, stage }) =>
    stage === 'later' ? [{ id, patch: { stage: 'now' } as const }] : [],
  )
  return applyAll(job, [
    { act: 'change-loads', changes: counted },
    chooseVoltage(now, battery.systemVoltageV.value),
    { act: 'set-option', part: 'battery', patch: { itemId: held('battery'), parallel: null } },
    { act: 'set-option', part: 'array', patch: { panelId: held('panels') } },
    {
      act: 'set-option',
      part: 'controller',
      patch: {
        itemId: controller.item?.id ?? null,
        quantity: null,
        panelsPerString: controller.strings?.panelsPerString ?? null,
        stringsPerController: null,
      },
    },
    { act: 'set-option', part: 'inverter', patch: { itemId: held('inverter'), quantity: null } },
    { act: 'set-option', part: 'backup', patch: { generatorId: held('generator') } },
  ])
}

const isMain = ({ arrayId }: Unit): boolean => arrayId === null || arrayId === MAIN_ARRAY_ID
