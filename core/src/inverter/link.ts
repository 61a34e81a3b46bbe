import type { SystemVoltageV } from '../battery/system-voltage.ts'
import { type AllInOne, type Catalogue, type Inverter, itemName } from '../catalogue/schema.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import type { Job, Option } from '../job/schema.ts'
import { hoursOn } from '../loads/day.ts'
import type { Demand } from '../loads/link.ts'
import type { SiteResult } from '../site/link.ts'
import { formatQuantity } from '../units/format.ts'
import { inverterDcCurrent, inverterRequired, searchMode, thinAir } from './methods.ts'

/** Headroom over what runs together. Source: handbook, schools. */
const HEADROOM = 1.25
/** Most inverters the design puts in parallel by itself. */
const MOST_AUTOMATIC = 6
/** Height up to which sheets hold, m. Source: common sheets. */
const SHEETS_HOLD_TO_M = 1000

export interface InverterCandidate {
  readonly item: Inverter
  readonly quantity: number
  /** Rating left in the heat over rating needed, W; 1 is just enough. */
  readonly ratio: number
  readonly price: number
  readonly fits: boolean
  /** All that keeps it from fitting; empty where it does. */
  readonly short: string
}

export interface InverterResult {
  readonly text: string
  readonly needs: readonly Need[]
  /** False where nothing runs on AC. */
  readonly needed: boolean
  readonly item: Inverter | null
  readonly quantity: number
  readonly locked: boolean
  readonly candidates: readonly InverterCandidate[]
  readonly requiredW: Known
  readonly requiredVA: Known
  readonly requiredSurgeW: Known
  readonly heatFactor: Known
  readonly efficiency: Known | null
  readonly stacking: Stacking
  /** Awake, nothing running. */
  readonly awakeIdleW: Known
  /** On average: less where it may sleep. */
  readonly idleW: Known
  readonly hoursPerDay: Known
  /** Battery current with every inverter at full power. */
  readonly fullCurrentA: Known | null
}

/** How several stand together: one alone, alike and sharing, or in series for a split phase. */
export type Stacking = 'alone' | 'parallel' | 'split-phase'

/** What the inverter must be rated for; needed before the system voltage is known. */
export interface InverterNeed {
  readonly requiredW: Known
  readonly requiredVA: Known
  readonly requiredSurgeW: Known
  /** Rating left in the heat and in thin air. */
  readonly heatFactor: Known
  readonly needs: readonly Need[]
}

export function inverterNeed(
  altitudeM: number | null,
  option: Option,
  demand: Demand,
  site: SiteResult,
  working: Working,
): InverterNeed {
  const altitudeFactor =
    (altitudeM ?? 0) > SHEETS_HOLD_TO_M
      ? working.apply('inverter', thinAir, { altitudeM: entered(altitudeM ?? 0, 'site') }).altitudeFactor
      : null
  const inThinAir = (figure: Known): Known =>
    altitudeFactor ? known(figure.value / altitudeFactor.value, 'computed', `${figure.from}, in thin air`) : figure
  const common = {
    surgeW: demand.surgeW,
    headroom: enteredOr(option.inverter.headroom, 'inverter', assumed(HEADROOM, 'a quarter over what runs together')),
    ambientC: site.batteryRoomHighC,
  }
  const watts = working.apply('inverter', inverterRequired, { continuousW: inThinAir(demand.continuousW), ...common })
  const voltAmperes = working.apply('inverter', inverterRequired, {
    continuousW: inThinAir(demand.continuousVA),
    ...common,
  })
  return {
    requiredW: watts.ratedW,
    requiredVA: voltAmperes.ratedW,
    requiredSurgeW: watts.surgeW,
    heatFactor: altitudeFactor
      ? known(watts.temperatureFactor.value * altitudeFactor.value, 'computed', 'heat and thin air')
      : watts.temperatureFactor,
    needs: [],
  }
}

export function inverterLink(
  job: Job,
  option: Option,
  { inverters: items, allInOnes }: Catalogue,
  demand: Demand,
  need: InverterNeed,
  systemVoltageV: SystemVoltageV,
  working: Working,
): InverterResult {
  const candidates = rank(job, option, items, need, systemVoltageV)
  const chosen = demand.hasAc || option.inverter.itemId !== null ? pick(option, candidates, allInOnes) : undefined
  const wanted = `${formatQuantity(need.requiredW.value, 'W')} from ${systemVoltageV} V at ${job.site.mainsVoltageV} V ${job.site.mainsFrequencyHz} Hz`
  const lack =
    option.inverter.itemId === null
      ? `an inverter: none in the catalogue gives ${wanted}`
      : `an inverter: "${option.inverter.itemId}" is not in the catalogue`
  const needs: Need[] = demand.hasAc && !chosen ? [{ link: 'inverter', place: 'inverter.itemId', message: lack }] : []
  const item = chosen?.item ?? null
  const none = assumed(0, 'no inverter')
  const sheet = item ? itemName(item) : ''
  const quantity = chosen?.quantity ?? 0
  const hoursPerDay = enteredOr(option.inverter.hoursPerDay, 'inverter', assumed(24, 'on round the clock'))
  return {
    ...need,
    needs,
    needed: demand.hasAc,
    item,
    quantity,
    locked: option.inverter.itemId !== null,
    candidates,
    efficiency: item ? fromSheet(item.efficiency, sheet) : null,
    stacking: stackingOf(job, option, item),
    awakeIdleW: enteredOr(option.inverter.idleW, 'inverter', item ? fromSheet(item.idleW * quantity, sheet) : none),
    idleW: idleDraw(job, option, item, quantity, hoursPerDay, working),
    hoursPerDay,
    fullCurrentA: item
      ? working.apply('inverter', inverterDcCurrent, {
          powerW: fromSheet(item.continuousW * quantity, sheet),
          efficiency: fromSheet(item.efficiency, sheet),
          batteryVoltageV: fromSheet(item.lowestInputV, sheet),
        }).currentA
      : null,
    text: answer(demand, item, quantity),
  }
}

function idleDraw(
  job: Job,
  option: Option,
  item: Inverter | null,
  quantity: number,
  hoursPerDay: Known,
  working: Working,
): Known {
  if (!item) return enteredOr(option.inverter.idleW, 'inverter', assumed(0, 'no inverter'))
  const sheet = itemName(item)
  const idleW = enteredOr(option.inverter.idleW, 'inverter', fromSheet(item.idleW * quantity, sheet))
  if (!option.inverter.searchMode) return idleW
  const searchW = enteredOr(
    option.inverter.searchW,
    'inverter',
    fromSheet((item.searchW ?? item.idleW) * quantity, sheet),
  )
  const awake = new Set(
    job.loads.flatMap((load) => (load.supply === 'ac' && load.stage === 'now' ? hoursOn(load, 'average') : [])),
  )
  return working.apply('inverter', searchMode, {
    idleW,
    searchW,
    awakeHours: known(awake.size, 'computed', 'hours in which an AC load runs'),
    hoursPerDay,
  }).averageIdleW
}

/** Whether units of this voltage must stand in series for the split phase of the site. */
const needsStack = (job: Job, item: Inverter): boolean =>
  job.site.splitPhase && item.splitPhaseStack && item.mainsVoltageV < SPLIT_PHASE_BELOW_V
const SPLIT_PHASE_BELOW_V = 130

function stackingOf(job: Job, option: Option, item: Inverter | null): Stacking {
  if (!item) return 'alone'
  if (option.inverter.stacking === 'split-phase' || (option.inverter.stacking === null && needsStack(job, item)))
    return 'split-phase'
  return 'parallel'
}

function answer(demand: Demand, item: Inverter | null, quantity: number): string {
  if (item) {
    const units = quantity > 1 ? `${quantity} × ` : ''
    return `${units}${formatQuantity(item.continuousW, 'W')}, start ${formatQuantity(Math.round(demand.surgeW.value), 'W')}`
  }
  return demand.hasAc ? 'none fits' : 'none needed'
}

function rank(
  job: Job,
  option: Option,
  items: readonly Inverter[],
  need: InverterNeed,
  systemVoltageV: SystemVoltageV,
): InverterCandidate[] {
  const suited = items.filter(
    (item) => item.id === option.inverter.itemId || (item.dcVoltageV === systemVoltageV && matchesMains(job, item)),
  )
  return suited
    .map((item) => candidate(item, option, need, systemVoltageV, needsStack(job, item)))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.price - b.price)
}

/** Within a tenth: a 230 V appliance runs at 220 or 240 V, not at 120 V. A split phase is one of 240 V, or two of 120 V. */
function matchesMains(job: Job, item: Inverter): boolean {
  const { mainsVoltageV, mainsFrequencyHz, splitPhase } = job.site
  if (item.mainsFrequencyHz !== mainsFrequencyHz) return false
  const near = (volts: number) => Math.abs(item.mainsVoltageV - volts) <= 0.1 * volts
  return splitPhase ? near(240) || (near(120) && item.splitPhaseStack) : near(mainsVoltageV)
}

function candidate(
  item: Inverter,
  option: Option,
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
  let quantity =
    item.id === option.inverter.itemId || option.inverter.itemId === null ? (option.inverter.quantity ?? 0) : 0
  if (quantity === 0) for (quantity = step; quantity + step <= most && short(quantity) !== ''; ) quantity += step
  return {
    item,
    quantity,
    ratio: need.requiredW.value > 0 ? (item.continuousW * quantity) / need.requiredW.value : Number.POSITIVE_INFINITY,
    price: item.price * quantity,
    fits: short(quantity) === '',
    short: short(quantity),
  }
}

function pick(
  option: Option,
  candidates: readonly InverterCandidate[],
  allInOnes: readonly AllInOne[],
): InverterCandidate | undefined {
  if (option.inverter.itemId !== null) return candidates.find(({ item }) => item.id === option.inverter.itemId)
  // An all-in-one also settles the controller: it is offered, and taken only where a person asks for it.
  return candidates.find(({ fits, item }) => fits && !allInOnes.some(({ id }) => id === item.id))
}
