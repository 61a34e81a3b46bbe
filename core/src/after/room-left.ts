import { type Design, design } from '../chain/design.ts'
import { MAIN_ARRAY_ID } from '../controller/link.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { chooseVoltage } from '../edit/offers.ts'
import { unitOf } from '../plant/plant.ts'
import { panelsId } from '../plant/units.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import { type Circuit, leastTableA } from '../wiring/circuits.ts'

/** What may be added to a system. */
export const ADDED = ['string', 'battery', 'inverter'] as const
export type Added = (typeof ADDED)[number]

/** How much more a circuit carries as it is laid, and what of it gives way when one more of something is added. */
export interface RoomLeft {
  readonly circuitId: string
  /** More current it may carry all day before device or cable is too small, A; 0 where there is none. */
  readonly moreA: number
  /** The same in watts at its voltage. */
  readonly moreW: number
  /** What is reached first. */
  readonly first: 'device' | 'cable' | null
  /** Why it no longer serves with one more of each; empty where it does. */
  readonly breaks: Readonly<Record<Added, string>>
}

/** Room in every circuit of a design. Tries a string, a battery and an inverter more on the whole chain. */
export function roomLeft(now: Design): RoomLeft[] {
  const tried = new Map(ADDED.map((added) => [added, withOneMore(now, added)]))
  return now.wiring.circuits.map((circuit) => ({
    circuitId: circuit.id,
    ...spare(circuit),
    breaks: Object.fromEntries(
      ADDED.map((added) => {
        const then = tried.get(added)?.wiring.circuits.find(({ id }) => id === circuit.id)
        return [added, then ? broken(circuit, then) : '']
      }),
    ) as Record<Added, string>,
  }))
}

function spare({ cable, device, currentA, factor, voltageV }: Circuit): Pick<RoomLeft, 'moreA' | 'moreW' | 'first'> {
  if (!cable) return { moreA: 0, moreW: 0, first: null }
  const byDeviceA = device ? device.ratingA.value / factor.value - currentA.value : Number.POSITIVE_INFINITY
  const byCableA = Math.min(cable.correctedA, cable.ampacityA.value, leastTableA(cable) / factor.value) - currentA.value
  const moreA = Math.max(0, Math.min(byDeviceA, byCableA))
  return { moreA, moreW: moreA * voltageV.value, first: byDeviceA <= byCableA ? 'device' : 'cable' }
}

/** The same equipment, held, and one more of something; null where nothing of the kind stands there. */
function withOneMore(now: Design, added: Added): Design | null {
  const more = heldWith(now, { [added]: 1 })
  return more ? design(applyAll(now.job, more), now.catalogue) : null
}

/** Acts that hold what a design stands on, with so many more of something. */
function heldWith(now: Design, more: Partial<Record<Added, number>>): readonly Edit[] | null {
  const { controller, battery, inverter, plant } = now
  const missing =
    (more.string !== undefined && !controller.strings) ||
    (more.battery !== undefined && !battery.bank) ||
    (more.inverter !== undefined && !inverter.item)
  if (missing) return null
  const generatorId = plant.units.find(({ role }) => role === 'generator')?.item?.id ?? null
  return [
    chooseVoltage(now, battery.systemVoltageV.value),
    {
      act: 'set-option',
      part: 'battery',
      patch: {
        itemId: battery.item?.id ?? null,
        parallel: battery.bank ? battery.bank.parallel.value + (more.battery ?? 0) : null,
      },
    },
    { act: 'set-option', part: 'array', patch: { panelId: unitOf(plant, panelsId(MAIN_ARRAY_ID))?.item?.id ?? null } },
    {
      act: 'set-option',
      part: 'controller',
      patch: {
        itemId: controller.item?.id ?? null,
        quantity: controller.quantity,
        panelsPerString: controller.strings?.panelsPerString ?? null,
        stringsPerController: controller.strings ? controller.strings.stringsPerController + (more.string ?? 0) : null,
      },
    },
    {
      act: 'set-option',
      part: 'inverter',
      patch: { itemId: inverter.item?.id ?? null, quantity: inverter.quantity + (more.inverter ?? 0) || null },
    },
    { act: 'set-option', part: 'backup', patch: { generatorId } },
  ]
}

/** Why what stands in a circuit no longer serves it; empty where it does. */
function broken({ cable, device, count }: Circuit, then: Circuit): string {
  if (!cable) return ''
  if (then.count > count && then.currentA.value === 0) return ''
  const needA = then.factor.value * then.currentA.value
  if (device && then.device && then.device.minimumA.value > device.ratingA.value + 1e-6)
    return `its ${formatQuantity(device.ratingA.value, 'A')} device: ${formatQuantity(then.device.minimumA.value, 'A')} is needed`
  if (device?.item && then.shortA.value > device.item.interruptingA)
    return `its device breaks ${formatQuantity(device.item.interruptingA / 1000, 'kA')}; a short is then ${formatQuantity(then.shortA.value / 1000, 'kA', 1)}`
  if (!device && then.mustProtect) return 'it then needs a fuse'
  if (leastTableA(cable) < needA - 1e-6 || cable.correctedA < then.currentA.value - 1e-6)
    return `its ${formatSize(cable.size)}: ${formatQuantity(then.currentA.value, 'A')} flow in it`
  return ''
}
