import type { MeasureId, Values } from '../records/index.ts'

/** What was read at one moment. */
export interface Sample {
  readonly atMs: number
  readonly values: Values
}

export const HOUR_MS = 3_600_000
export const DAY_MS = 24 * HOUR_MS

/**
 * What an hour comes to, in the order in which it is kept. Null is a gap: less than three quarters of the hour was read.
 * Energies and charges are of the whole hour.
 */
export const HOUR_FIGURES = [
  'readings',
  'socEnd',
  'socLow',
  'batteryVMean',
  'batteryVLow',
  'batteryVHigh',
  'batteryC',
  'airC',
  'chargeWh',
  'dischargeWh',
  'chargeAh',
  'dischargeAh',
  /** Between the least and the greatest current out of the battery in the hour: how much more, and how much the volts fell. */
  'sagA',
  'sagV',
  'pvWh',
  'pvHighW',
  'loadWh',
  'sunWh',
  /** Minutes in which there was light: PV or sun above its least. */
  'litMin',
  'absorptionMin',
  'floatMin',
  'generatorH',
  /** Counts as they stood last. */
  'pvTodayKwh',
  'loadTodayKwh',
  'generatorMeterH',
] as const
export type HourFigure = (typeof HOUR_FIGURES)[number]
export type HourSums = Record<HourFigure, number | null>

/** Readings further apart than this many of their usual steps have a gap between them; bounds, ms. */
const GAP_STEPS = 3
const GAP_LEAST_MS = 5 * 60_000
const GAP_MOST_MS = 2 * HOUR_MS
/** Share of an hour that must have been read. */
const COVERED = 0.75
/** Light: PV power, W, or sun, W/m². A moon is less, and dusk hardly more. */
const LIT_PV_W = 1
const LIT_SUN_W = 5

/** The usual step of some readings, ms: the middle one of the spaces between them; an hour where there are too few. */
export function usualStepMs(samples: readonly Sample[]): number {
  const spaces = samples.slice(1).map(({ atMs }, i) => atMs - (samples[i]?.atMs ?? atMs))
  spaces.sort((a, b) => a - b)
  return spaces[Math.floor(spaces.length / 2)] ?? HOUR_MS
}

/** The longest space between two readings that are taken together, ms. */
export const mostSpaceMs = (stepMs: number): number => Math.min(GAP_MOST_MS, Math.max(GAP_LEAST_MS, GAP_STEPS * stepMs))

/** Begin of the hour a moment lies in. @param offsetMs of the clock of the place from UTC */
export const hourOf = (atMs: number, offsetMs: number): number =>
  Math.floor((atMs + offsetMs) / HOUR_MS) * HOUR_MS - offsetMs

/**
 * What an hour comes to.
 * @param samples in order of time, those of the hour with the one before and the one after it, where there are any
 * @param fromMs begin of the hour
 * @returns null where nothing was read in it
 */
export function hourSums(samples: readonly Sample[], fromMs: number, spaceMs: number): HourSums | null {
  const toMs = fromMs + HOUR_MS
  const inside = samples.filter(({ atMs }) => atMs >= fromMs && atMs < toMs)
  if (inside.length === 0) return null
  const pieces = piecesOf(samples, fromMs, toMs, spaceMs)
  const sums = Object.fromEntries(HOUR_FIGURES.map((name) => [name, null])) as HourSums
  const all = (id: MeasureId) => inside.flatMap(({ values }) => (values[id] === undefined ? [] : [values[id]]))
  sums.readings = inside.length
  levels(sums, all)
  flows(sums, pieces)
  battery(sums, pieces)
  sag(sums, inside)
  stages(sums, pieces)
  sums.generatorH = riseOf(pieces, 'generatorH')
  sums.pvTodayKwh = all('pvTodayKwh').at(-1) ?? null
  sums.loadTodayKwh = all('loadTodayKwh').at(-1) ?? null
  sums.generatorMeterH = all('generatorH').at(-1) ?? null
  return sums
}

/** Between two readings: the part of it that lies in the hour. */
interface Piece {
  readonly from: Values
  readonly to: Values
  /** Part that lies in the hour, h and as a share of the way, and the middle of it on the way, 0 to 1. */
  readonly hours: number
  readonly share: number
  readonly middle: number
}

function piecesOf(samples: readonly Sample[], fromMs: number, toMs: number, spaceMs: number): Piece[] {
  return samples.slice(1).flatMap((to, i) => {
    const from = samples[i]
    if (!from || to.atMs <= from.atMs || to.atMs - from.atMs > spaceMs) return []
    const [begin, end] = [Math.max(fromMs, from.atMs), Math.min(toMs, to.atMs)]
    if (end <= begin) return []
    const wayMs = to.atMs - from.atMs
    return [
      {
        from: from.values,
        to: to.values,
        hours: (end - begin) / HOUR_MS,
        share: (end - begin) / wayMs,
        middle: ((begin + end) / 2 - from.atMs) / wayMs,
      },
    ]
  })
}

/** A figure in the middle of a piece; null where one of its ends has none. */
function inMiddle({ from, to, middle }: Piece, id: MeasureId): number | null {
  const [a, b] = [from[id], to[id]]
  return a === undefined || b === undefined ? null : a + (b - a) * middle
}

/** Sum over the hour of what a piece gives; null where too little of the hour has it. */
function summed(pieces: readonly Piece[], of: (piece: Piece) => number | null): number | null {
  let [sum, covered] = [0, 0]
  for (const piece of pieces) {
    const value = of(piece)
    if (value === null) continue
    sum += value * piece.hours
    covered += piece.hours
  }
  return covered >= COVERED ? sum / covered : null
}

function levels(sums: HourSums, all: (id: MeasureId) => number[]): void {
  const [soc, volts] = [all('soc'), all('batteryV')]
  sums.socEnd = soc.at(-1) ?? null
  sums.socLow = leastOf(soc)
  sums.batteryVMean = meanOf(volts)
  sums.batteryVLow = leastOf(volts)
  sums.batteryVHigh = mostOf(volts)
  sums.batteryC = meanOf(all('batteryC'))
  sums.airC = meanOf(all('airC'))
  sums.pvHighW = mostOf(all('pvW'))
}

function flows(sums: HourSums, pieces: readonly Piece[]): void {
  sums.pvWh = summed(pieces, (piece) => inMiddle(piece, 'pvW')) ?? kwhRise(pieces, 'pvTodayKwh')
  sums.loadWh = summed(pieces, (piece) => inMiddle(piece, 'loadW')) ?? kwhRise(pieces, 'loadTodayKwh')
  sums.sunWh = summed(pieces, (piece) => inMiddle(piece, 'sunW'))
  const lit = summed(pieces, (piece) => {
    const [pv, sun] = [inMiddle(piece, 'pvW'), inMiddle(piece, 'sunW')]
    if (pv === null && sun === null) return null
    return (pv ?? 0) > LIT_PV_W || (sun ?? 0) > LIT_SUN_W ? 1 : 0
  })
  sums.litMin = lit === null ? null : lit * 60
}

function battery(sums: HourSums, pieces: readonly Piece[]): void {
  const way = (sign: 1 | -1, byVolts: boolean) =>
    summed(pieces, (piece) => {
      const amps = inMiddle(piece, 'batteryA')
      const volts = byVolts ? inMiddle(piece, 'batteryV') : 1
      return amps === null || volts === null ? null : Math.max(0, sign * amps) * volts
    })
  sums.chargeAh = way(1, false)
  sums.dischargeAh = way(-1, false)
  sums.chargeWh = way(1, true)
  sums.dischargeWh = way(-1, true)
}

function sag(sums: HourSums, inside: readonly Sample[]): void {
  const out = inside.flatMap(({ values: { batteryA, batteryV } }) =>
    batteryA !== undefined && batteryV !== undefined && batteryA <= 0 ? [{ drawnA: -batteryA, volts: batteryV }] : [],
  )
  const [least, most] = [byDraw(out, -1), byDraw(out, 1)]
  if (!least || !most || most.drawnA <= least.drawnA) return
  sums.sagA = most.drawnA - least.drawnA
  sums.sagV = least.volts - most.volts
}

const byDraw = (out: readonly { drawnA: number; volts: number }[], sign: 1 | -1) =>
  out.reduce<(typeof out)[number] | null>(
    (far, each) => (far === null || sign * (each.drawnA - far.drawnA) > 0 ? each : far),
    null,
  )

function stages(sums: HourSums, pieces: readonly Piece[]): void {
  const minutes = (stage: number) => {
    const share = summed(pieces, ({ from }) => (from.stage === undefined ? null : from.stage === stage ? 1 : 0))
    return share === null ? null : share * 60
  }
  sums.absorptionMin = minutes(2)
  sums.floatMin = minutes(3)
}

/** How much a count grew in the hour. One that fell was set back: the piece in which it fell gives nothing. */
function riseOf(pieces: readonly Piece[], id: MeasureId): number | null {
  let [rise, covered] = [0, 0]
  for (const piece of pieces) {
    const [a, b] = [piece.from[id], piece.to[id]]
    if (a === undefined || b === undefined) continue
    rise += b >= a ? (b - a) * piece.share : 0
    covered += piece.hours
  }
  return covered >= COVERED ? rise : null
}

const kwhRise = (pieces: readonly Piece[], id: MeasureId): number | null => {
  const rise = riseOf(pieces, id)
  return rise === null ? null : rise * 1000
}

const leastOf = (values: readonly number[]): number | null => (values.length > 0 ? Math.min(...values) : null)
const mostOf = (values: readonly number[]): number | null => (values.length > 0 ? Math.max(...values) : null)
const meanOf = (values: readonly number[]): number | null =>
  values.length > 0 ? values.reduce((sum, each) => sum + each, 0) / values.length : null
