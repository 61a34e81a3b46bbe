import { runDays } from '../proof/balance.ts'
import { FLOW_WIDTH, FLOWS, noExtremes, noTotals, type Terms, WEATHER_WIDTH } from '../proof/terms.ts'
import { dumpRows, fullState, type Prepared, prepare } from '../proof/year.ts'
import type { Values } from '../records/index.ts'
import { chance } from '../site/chance.ts'
import { dayRow } from './calendar.ts'
import { dayInYear } from './days.ts'
import { type FaultId, type Faulty, faultyPlant, shadeDay, shrunk, withOhm } from './faults.ts'
import { DAY_MS, HOUR_MS, type Sample } from './sums.ts'
import { type BankVolts, type Reference, restV, setV } from './system.ts'

/** A simulated system and the monitor that reads it: it stands in for one on site. */
export interface Living {
  readonly reference: Reference
  /** Of the sun and the loads of its first year; each year after has the next one. */
  readonly seed: number
  readonly fault: FaultId | null
  /** Number of the day on which the fault begins. */
  readonly faultDay: number
  /** Minutes between two readings: a divisor of 60. */
  readonly stepMin: number
  /** Whether a sensor of sun stands beside the panels. */
  readonly hasSun: boolean
}

/** Ten-minute swings of load and sun about the hour’s mean. */
const LOAD_SWING = 0.4
const SUN_SWING = 0.06
const SWING_MIN = 10
/** Noise of what is read: volts, share of a power. */
const NOISE_V_PER_V = 0.0004
const NOISE_W = 0.004
/** Charge from which the controller holds float, and a monitor takes the bank as full. */
const FLOAT_AT = 0.985
/** Held back, or hardly taken: not bulk any more, W. */
const HELD_W = 2
const NOISE = 71

const COLUMN = Object.fromEntries(FLOWS.map((name, at) => [name, at])) as Record<(typeof FLOWS)[number], number>

/** A day of a system that lives: what the monitor read, by its own clock. Days are asked for one after another. */
export class LivingSystem {
  private readonly prepared: Prepared
  private readonly sound: Faulty
  private readonly faulty: Faulty
  private state: Float64Array | null = null
  private year: { readonly seed: number; readonly weather: Float64Array } | null = null
  private counted = 1
  private generatorH = 0
  private isFaulty = false
  private readonly living: Living

  constructor(living: Living) {
    this.living = living
    this.prepared = prepare(living.reference.plan)
    this.sound = faultyPlant(living.reference, null)
    this.faulty = faultyPlant(living.reference, living.fault)
  }

  /** Readings of a day of the place, in order of time. @param day its number */
  day(day: number): Sample[] {
    const { reference, faultDay, fault } = this.living
    const isFaulty = fault !== null && day >= faultDay
    const plant = isFaulty ? this.faulty : this.sound
    const sun = this.weatherOf(day)
    const weather = sun.slice()
    if (isFaulty) shadeDay(weather, plant, day - faultDay)
    this.state ??= fullState(plant.terms, weather[WEATHER_WIDTH - 1] ?? 15)
    if (isFaulty && !this.isFaulty) this.shrink(plant.terms)
    this.isFaulty = isFaulty
    const flows = this.worked(day, plant, weather)
    const startMs = day * DAY_MS - reference.offsetMs
    return this.read(startMs, day, plant, { sun, weather }, flows)
  }

  /** The bank as it is from now on: as full as it was, of what it still holds. */
  private shrink(now: Terms): void {
    const state = this.state as Float64Array
    const left = shrunk(this.sound.terms, now)
    state[0] = (state[0] ?? 0) * left
    state[1] = (state[1] ?? 0) * left
  }

  /** Hours of a day, WEATHER_WIDTH figures each. */
  private weatherOf(day: number): Float64Array {
    const seed = this.living.seed + new Date(day * DAY_MS).getUTCFullYear()
    if (this.year?.seed !== seed) this.year = { seed, weather: this.prepared.weather.year(seed) }
    const at = dayInYear(day) * 24 * WEATHER_WIDTH
    return this.year.weather.slice(at, at + 24 * WEATHER_WIDTH)
  }

  private worked(day: number, { terms, parameters, schedule, scheduleFrom }: Faulty, weather: Float64Array) {
    const { plan } = this.prepared
    const flows = new Float64Array(24 * plan.divisor * FLOW_WIDTH)
    const days = dayRow(day, plan.dayLoadSpread, this.living.seed)
    days[0] = (days[0] ?? 0) + scheduleFrom
    const run = { parameters, schedule, days, weather, dumps: dumpRows(terms), divisor: plan.divisor }
    runDays(run, 0, 1, this.state as Float64Array, noTotals(), noExtremes(), flows)
    return flows
  }

  private read(
    startMs: number,
    day: number,
    plant: Faulty,
    { sun, weather }: { sun: Float64Array; weather: Float64Array },
    flows: Float64Array,
  ): Sample[] {
    const { stepMin, hasSun, reference } = this.living
    const { divisor } = reference.plan
    const samples: Sample[] = []
    const today = { pvWh: 0, loadWh: 0 }
    const fastMs = plant.clockFastH * HOUR_MS
    for (let minute = 0; minute < 1440; minute += stepMin) {
      const hour = Math.floor(minute / 60)
      const step = Math.floor((minute / 60) * divisor)
      const at = (name: keyof typeof COLUMN) => flows[step * FLOW_WIDTH + COLUMN[name]] ?? 0
      const noise = (what: number) => 2 * chance(day, minute, NOISE + what) - 1
      const swing = Math.floor(minute / SWING_MIN) % 2 === 0 ? 1 : -1
      const now = this.moment(plant, at, { minute, swing, noise }, today)
      const airC = weather[hour * WEATHER_WIDTH + WEATHER_WIDTH - 1] ?? 15
      const sunW = (sun[hour * WEATHER_WIDTH] ?? 0) * (1 + SUN_SWING * swing)
      const values: Values = {
        ...now,
        airC: rounded(airC + 0.2 * noise(5), 1),
        ...(hasSun ? { sunW: rounded(sunW * (1 + NOISE_W * noise(6)), 0) } : {}),
      }
      samples.push({ atMs: startMs + minute * 60_000 + fastMs, values })
    }
    return samples
  }

  /** What the instruments show, and how the monitor counts on. */
  private moment(
    plant: Faulty,
    at: (name: keyof typeof COLUMN) => number,
    { swing, noise }: { minute: number; swing: 1 | -1; noise: (what: number) => number },
    today: { pvWh: number; loadWh: number },
  ): Values {
    const { reference, stepMin } = this.living
    const { terms } = reference.plan
    const stepH = stepMin / 60
    const bank = withOhm(reference.bank, plant)
    const meanPvW = at('pvW') - at('clippedW') - at('cutW')
    const meanLoadW = at('acServedW') + at('dcServedW')
    const isHeld = at('cutW') > HELD_W
    const pvW = Math.max(0, meanPvW * (1 + SUN_SWING * swing * (isHeld ? 0 : 1)))
    const loadW = meanLoadW * (1 + LOAD_SWING * swing)
    const batteryW = at('chargeW') - at('dischargeW') + (pvW - meanPvW) - (loadW - meanLoadW) * (isHeld ? 0 : 1)
    const stage = stageOf(plant.terms, { isHeld, pvW: meanPvW, soc: at('soc'), chargeW: at('chargeW') })
    const { volts, amps } = terminal(bank, { soc: at('soc'), batteryW, batteryC: at('batteryC'), stage })
    const isSynced = at('soc') > FLOAT_AT && plant.absorptionV >= reference.bank.absorptionV && stage >= 2
    this.count(terms, batteryW + plant.hiddenW, stepH, isSynced)
    today.pvWh += pvW * stepH
    today.loadWh += loadW * stepH
    if (at('generatorW') > 0) this.generatorH += stepH
    const shuntA = amps + plant.hiddenW / volts
    return {
      soc: rounded(100 * this.counted, 1),
      batteryV: rounded(volts * (1 + NOISE_V_PER_V * noise(1)), 2),
      batteryA: rounded(shuntA, 2),
      batteryC: rounded(at('batteryC') + 0.2 * noise(2), 1),
      pvW: rounded(pvW * (1 + NOISE_W * noise(3)), 0),
      pvTodayKwh: rounded(today.pvWh / 1000, 3),
      loadW: rounded(loadW * (1 + NOISE_W * noise(4)), 0),
      loadTodayKwh: rounded(today.loadWh / 1000, 3),
      generatorH: rounded(this.generatorH, 2),
      stage,
    }
  }

  /** The monitor counts what its shunt sees, by the capacity and efficiency it was set to; full sets it to full. */
  private count(terms: Terms, shuntW: number, stepH: number, isSynced: boolean): void {
    const gainW =
      shuntW >= 0
        ? shuntW * (terms.chargeEfficiency - terms.resistancePerW * shuntW)
        : shuntW * (1 - terms.resistancePerW * shuntW)
    const next = this.counted + (gainW * stepH) / terms.fullWh
    this.counted = isSynced ? 1 : Math.min(1, Math.max(0, next))
  }
}

/** 0 off, 1 bulk, 2 absorption, 3 float. */
function stageOf(
  { taperFullAt }: Terms,
  now: { isHeld: boolean; pvW: number; soc: number; chargeW: number },
): 0 | 1 | 2 | 3 {
  if (now.soc > FLOAT_AT && now.isHeld) return 3
  if (now.pvW < 1 && now.chargeW < 1) return 0
  return now.isHeld && now.soc > taperFullAt ? 2 : 1
}

/** Volts and amps at the terminals for a power into the bank. */
function terminal(
  bank: BankVolts,
  { soc, batteryW, batteryC, stage }: { soc: number; batteryW: number; batteryC: number; stage: 0 | 1 | 2 | 3 },
): { readonly volts: number; readonly amps: number } {
  if (stage >= 2) {
    const volts = setV(bank, stage === 2 ? bank.absorptionV : Math.min(bank.floatV, bank.absorptionV), batteryC)
    return { volts, amps: batteryW / volts }
  }
  const rest = restV(bank, soc)
  // P = V·I with V = rest + I·R.
  const volts = (rest + Math.sqrt(Math.max(0, rest ** 2 + 4 * bank.ohm * batteryW))) / 2
  const held = Math.min(volts, setV(bank, bank.absorptionV, batteryC))
  return { volts: held, amps: batteryW / held }
}

const rounded = (value: number, decimals: number): number => {
  const scale = 10 ** decimals
  return Math.round(value * scale) / scale
}
