import type { Inverter } from '../catalogue/schema.ts'
import type { SystemVoltageV } from '../catalogue/voltage-class.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Option, Site } from '../job/schema.ts'
import type { InverterNeed } from './need.ts'

/** Most inverters the design puts in parallel by itself. */
const MOST_AUTOMATIC = 6
/** Output below which two in series make the split phase, V. */
const SPLIT_PHASE_BELOW_V = 130

/** The mains of a site, as every unit on it is matched with. */
export type Mains = Pick<Site, 'mainsVoltageV' | 'mainsFrequencyHz' | 'splitPhase'>

export interface InverterCandidate {
  readonly item: Inverter
  readonly quantity: number
  /** Rating left in the heat over rating needed, W; 1 is just enough. */
  readonly ratio: number | null
  readonly price: number
  readonly fits: boolean
  /** All that keeps it from fitting; empty where it does. */
  readonly short: string
}

/** Within a tenth: a 230 V appliance runs at 220 or 240 V, not at 120 V. */
export const nearVoltage = (volts: number, wantedV: number): boolean => Math.abs(volts - wantedV) <= 0.1 * wantedV

/** Whether units of this voltage must stand in series for the split phase of the site. */
export const needsStack = ({ splitPhase }: Pick<Mains, 'splitPhase'>, item: Inverter): boolean =>
  splitPhase && item.splitPhaseStack && item.mainsVoltageV < SPLIT_PHASE_BELOW_V

/** A split phase is one unit of 240 V, or two of 120 V. */
function matchesMains({ mainsVoltageV, mainsFrequencyHz, splitPhase }: Mains, item: Inverter): boolean {
  if (item.mainsFrequencyHz !== mainsFrequencyHz) return false
  if (!splitPhase) return nearVoltage(item.mainsVoltageV, mainsVoltageV)
  return nearVoltage(item.mainsVoltageV, 240) || (nearVoltage(item.mainsVoltageV, 120) && item.splitPhaseStack)
}

/** Inverters of this voltage and mains, as many of each as are needed: fitting ones first, cheapest first. */
export function rankInverters(
  mains: Mains,
  chosen: Option['inverter'],
  items: readonly Inverter[],
  need: InverterNeed,
  systemVoltageV: SystemVoltageV,
): InverterCandidate[] {
  return items
    .filter((item) => item.id === chosen.itemId || (item.dcVoltageV === systemVoltageV && matchesMains(mains, item)))
    .map((item) => candidate(item, chosen, need, systemVoltageV, needsStack(mains, item)))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.price - b.price)
}

function candidate(
  item: Inverter,
  chosen: Option['inverter'],
  need: InverterNeed,
  systemVoltageV: SystemVoltageV,
  stacked: boolean,
): InverterCandidate {
  const step = stacked ? 2 : 1
  // The need is compared with the plain rating, because the method has already raised it for the heat.
  const short = (n: number) =>
    whyNot(
      item.dcVoltageV !== systemVoltageV && `made for ${item.dcVoltageV} V`,
      item.continuousW * n < need.requiredW.value && 'too few watts',
      item.continuousVA * n < need.requiredVA.value && 'too few volt-amperes',
      item.surgeW * n < need.requiredSurgeW.value && 'start too weak',
      item.waveform === 'modified' && 'stepped waveform',
    )
  const most = Math.max(step, Math.min(item.maxParallel, MOST_AUTOMATIC))
  let quantity = item.id === chosen.itemId || chosen.itemId === null ? (chosen.quantity ?? 0) : 0
  if (quantity === 0) for (quantity = step; quantity + step <= most && short(quantity) !== ''; ) quantity += step
  return {
    item,
    quantity,
    ratio: need.requiredW.value > 0 ? (item.continuousW * quantity) / need.requiredW.value : null,
    price: item.price * quantity,
    fits: short(quantity) === '',
    short: short(quantity),
  }
}
