import type { Job, Load, Site } from '../job/schema.ts'
import { solarNoonLateH } from '../site/link.ts'
import { declinationDeg, sunsetHourAngleDeg } from '../site/solar-geometry.ts'
import { MONTH_MEAN_DAYS } from '../tables/month-mean-days.ts'
import { dayShares, monthFactor } from './power.ts'

export const DAY_KINDS = ['average', 'weekday', 'weekend'] as const
/** The average day of the week, a weekday, or a day of the weekend. */
export type DayKind = (typeof DAY_KINDS)[number]

/** Hours of the clock at which the sun rises and sets on a month's mean day. */
export interface Daylight {
  readonly month: number
  readonly riseH: number
  readonly setH: number
}

/** @returns null without a latitude */
export function daylightOf(
  site: Pick<Site, 'latitudeDeg' | 'longitudeDeg' | 'utcOffsetH'>,
  month: number,
): Daylight | null {
  if (site.latitudeDeg === null) return null
  const halfDayH = sunsetHourAngleDeg(site.latitudeDeg, declinationDeg(MONTH_MEAN_DAYS[month - 1] ?? 1)) / 15
  const noonH = 12 + solarNoonLateH(site, month)
  return { month, riseH: Math.max(0, noonH - halfDayH), setH: Math.min(24, noonH + halfDayH) }
}

/** Hours of the clock in which a load is taken to run on such a day. */
export function hoursOn(load: Load, kind: DayKind): readonly number[] {
  const painted = kind === 'weekend' ? (load.weekendHoursOfDay ?? load.hoursOfDay) : load.hoursOfDay
  return painted && painted.length > 0 ? painted : assumedHours(load)
}

/** Hours of the day a load is taken to run where none were painted: about 19:00, outwards; always on, all of them. */
export function assumedHours(load: Load): number[] {
  const hours = load.meterEnergyKwh !== null && load.basis === 'meter' ? 24 : (load.hoursPerDay ?? 0)
  const count = Math.min(24, Math.max(1, Math.ceil(hours)))
  return Array.from({ length: count }, (_, i) => (43 + (i % 2 === 0 ? i / 2 : -(i + 1) / 2)) % 24)
}

/**
 * Average watts a load draws in each of the 24 hours of the clock.
 * @param dailyEnergyWh of the week's average day
 */
export function hourlyW(load: Load, dailyEnergyWh: number, kind: DayKind = 'average'): number[] {
  const watts = Array<number>(24).fill(0)
  addHourly(watts, load, dailyEnergyWh, kind)
  return watts
}

/** Adds a load's day to a sum of days. */
export function addHourly(sum: number[], load: Load, dailyEnergyWh: number, kind: DayKind): void {
  const shares = dayShares(load)
  if (kind === 'average' && load.weekendHoursOfDay !== null) {
    spread(sum, hoursOn(load, 'weekday'), (dailyEnergyWh * shares.weekday * 5) / 7)
    spread(sum, hoursOn(load, 'weekend'), (dailyEnergyWh * shares.weekend * 2) / 7)
    return
  }
  spread(sum, hoursOn(load, kind), dailyEnergyWh * (kind === 'average' ? 1 : shares[kind]))
}

function spread(sum: number[], hours: readonly number[], energyWh: number): void {
  for (const hour of hours) sum[hour] = (sum[hour] ?? 0) + energyWh / hours.length
}

export interface DayLayer {
  /** Load id, or name of the group. */
  readonly key: string
  readonly name: string
  /** Average watts in each of the 24 hours. */
  readonly hourlyW: readonly number[]
  /** Loads drawn in this layer. */
  readonly loadIds: readonly string[]
}

/** Layers drawn in colours of their own; the rest are drawn together. */
const MOST_LAYERS = 7

/** The day hour by hour, stacked by load or by group, largest first. */
export function dayLayers(
  job: Job,
  dailyEnergyWh: ReadonlyMap<string, number>,
  { by, kind, month }: { by: 'load' | 'group'; kind: DayKind; month: number | null },
): DayLayer[] {
  const layers = new Map<string, { name: string; watts: number[]; loadIds: string[] }>()
  for (const load of job.loads) {
    const energyWh = (dailyEnergyWh.get(load.id) ?? 0) * (month === null ? 1 : monthFactor(load, month))
    if (energyWh <= 0) continue
    const name = by === 'group' && load.group !== '' ? load.group : load.name || 'unnamed'
    const key = by === 'group' ? name : load.id
    const layer = layers.get(key) ?? { name, watts: Array<number>(24).fill(0), loadIds: [] }
    layers.set(key, layer)
    layer.loadIds.push(load.id)
    addHourly(layer.watts, load, energyWh, kind)
  }
  const sorted = [...layers]
    .map(([key, { name, watts, loadIds }]): DayLayer => ({ key, name, hourlyW: watts, loadIds }))
    .sort((a, b) => energy(b) - energy(a))
  if (sorted.length <= MOST_LAYERS + 1) return sorted
  const rest = sorted.slice(MOST_LAYERS)
  const watts = Array.from({ length: 24 }, (_, hour) => rest.reduce((sum, each) => sum + (each.hourlyW[hour] ?? 0), 0))
  const together = {
    key: 'rest',
    name: `${rest.length} more`,
    hourlyW: watts,
    loadIds: rest.flatMap((each) => each.loadIds),
  }
  return [...sorted.slice(0, MOST_LAYERS), together]
}

const energy = (layer: DayLayer): number => layer.hourlyW.reduce((sum, watts) => sum + watts, 0)

/** Hours moved along the day, round midnight. */
export const shiftedHours = (hours: readonly number[], byH: number): number[] =>
  hours.map((hour) => (((hour + byH) % 24) + 24) % 24).sort((a, b) => a - b)

/** Energy of 24 hourly figures outside daylight, Wh. */
export function darkEnergyWh(hourlyW: readonly number[], { riseH, setH }: Daylight): number {
  return hourlyW.reduce(
    (sum, watts, hour) => sum + watts * (1 - Math.max(0, Math.min(hour + 1, setH) - Math.max(hour, riseH))),
    0,
  )
}
