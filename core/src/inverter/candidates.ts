import type { Inverter } from '../catalogue/schema.ts'
import type { SystemVoltageV } from '../catalogue/voltage-class.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Option, Site } from '../job/schema.ts'
import type { LegDemand } from '../loads/legs.ts'
import type { NeedBasis } from './need.ts'

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
export function matchesMains({ mainsVoltageV, mainsFrequencyHz, splitPhase }: Mains, item: Inverter): boolean {
  if (item.mainsFrequencyHz !== mainsFrequencyHz) return false
  if (!splitPhase) return nearVoltage(item.mainsVoltageV, mainsVoltageV)
  return nearVoltage(item.mainsVoltageV, 240) || (nearVoltage(item.mainsVoltageV, 120) && item.splitPhaseStack)
}

/** What an inverter is chosen by. */
export interface InverterBrief {
  readonly mains: Mains
  readonly chosen: Option['inverter']
  readonly basis: NeedBasis
  readonly legs: LegDemand | null
  readonly systemVoltageV: SystemVoltageV
}

/** Inverters of this voltage and mains, as many of each as are needed: fitting ones first, cheapest first. */
export function rankInverters(items: readonly Inverter[], brief: InverterBrief): InverterCandidate[] {
  const { mains, chosen, systemVoltageV } = brief
  return items
    .filter((item) => item.id === chosen.itemId || (item.dcVoltageV === systemVoltageV && matchesMains(mains, item)))
    .map((item) => candidate(item, brief, needsStack(mains, item)))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || withIdle(a) - withIdle(b))
}

/** What a watt of idle draw costs in panels and battery, in the ranking only. Assumption of Yard Lamp, in the catalogue’s currency. */
const PRICE_OF_IDLE_PER_W = 20
const withIdle = ({ item, quantity, price }: InverterCandidate): number =>
  price + PRICE_OF_IDLE_PER_W * item.idleW * quantity

/** Rating a sheet leaves in the heat; 0 where it leaves none. */
export const heatFactorOf = (item: Inverter, ambientC: number): number =>
  Math.max(0, 1 - item.deratePerC * Math.max(0, ambientC - item.derateFromC))

/** What so many of a unit lack in power; empty where they lack nothing. */
function powerShort(item: Inverter, n: number, { basis, legs }: InverterBrief): string {
  const factor = heatFactorOf(item, basis.ambientC.value)
  if (factor === 0) return 'no rating left in this heat'
  const needed = (figure: number) => (figure * basis.headroom.value) / factor
  const thin = basis.altitudeFactor?.value ?? 1
  const half = n / 2
  return whyNot(
    item.continuousW * n < needed(basis.continuousW.value) * (1 - 1e-9) && 'too few watts',
    item.continuousVA * n < needed(basis.continuousVA.value) * (1 - 1e-9) && 'too few volt-amperes',
    item.surgeW * n < basis.surgeW.value && 'start too weak',
    legs !== null &&
      (item.continuousW * half < needed(legs.legW / thin) * (1 - 1e-9) ||
        item.continuousVA * half < needed(legs.legVA / thin) * (1 - 1e-9) ||
        item.surgeW * half < legs.legSurgeW) &&
      'too little on one leg',
  )
}

function candidate(item: Inverter, brief: InverterBrief, stacked: boolean): InverterCandidate {
  const { chosen, basis, systemVoltageV } = brief
  const step = stacked ? 2 : 1
  const most = Math.max(step, Math.min(item.maxParallel, MOST_AUTOMATIC))
  let quantity = item.id === chosen.itemId || chosen.itemId === null ? (chosen.quantity ?? 0) : 0
  if (quantity === 0)
    for (quantity = step; quantity + step <= most && powerShort(item, quantity, brief) !== ''; ) quantity += step
  const short = whyNot(
    item.dcVoltageV !== systemVoltageV && `made for ${item.dcVoltageV} V`,
    !matchesMains(brief.mains, item) && 'other mains than the site’s',
    powerShort(item, quantity, brief),
    quantity > Math.max(step, item.maxParallel) && `at most ${item.maxParallel} together`,
    item.waveform === 'modified' && 'stepped waveform',
  )
  const neededW = (basis.continuousW.value * basis.headroom.value) / heatFactorOf(item, basis.ambientC.value)
  return {
    item,
    quantity,
    ratio: neededW > 0 && Number.isFinite(neededW) ? (item.continuousW * quantity) / neededW : null,
    price: item.price * quantity,
    fits: short === '',
    short,
  }
}
