import { z } from 'zod'
import { AIR_RANGE_C, type QuantityRange, quantity } from '../method/quantity.ts'

/**
 * What is read of a system that runs. A `level` stands as it is read; a `flow` is a power or current, summed over time; a
 * `count` only grows, until it is set back: each day, or when its device is changed; a `stage` is a word.
 */
export type MeasureKind = 'level' | 'flow' | 'count' | 'stage'

export interface Measure {
  readonly id: string
  readonly label: string
  readonly symbol: string
  /** As it is kept. */
  readonly unit: string
  readonly kind: MeasureKind
  readonly range: QuantityRange
  readonly decimals: number
  /** Of a count: it begins at nothing each day. */
  readonly isDaily?: boolean
  /** For a person who types it. */
  readonly hint: string
}

const AMPS: QuantityRange = { min: -20_000, max: 20_000 }
const WATTS: QuantityRange = { min: 0, max: 1e7 }
const DAY_KWH: QuantityRange = { min: 0, max: 1e5 }

/** Said once: rows, files, forms, charts and the monitor read it. Rows are kept by these ids: they never change. */
export const MEASURES = [
  {
    id: 'soc',
    label: 'state of charge',
    symbol: 'SoC',
    unit: '%',
    kind: 'level',
    range: { min: 0, max: 100 },
    decimals: 0,
    hint: 'as the battery monitor shows it',
  },
  {
    id: 'batteryV',
    label: 'battery volts',
    symbol: 'V_bat',
    unit: 'V',
    kind: 'level',
    range: { min: 0, max: 1500 },
    decimals: 2,
    hint: 'at its terminals',
  },
  {
    id: 'batteryA',
    label: 'battery amps',
    symbol: 'I_bat',
    unit: 'A',
    kind: 'flow',
    range: AMPS,
    decimals: 1,
    hint: 'into the battery, minus for out of it',
  },
  {
    id: 'batteryC',
    label: 'battery temperature',
    symbol: 'T_bat',
    unit: '°C',
    kind: 'level',
    range: AIR_RANGE_C,
    decimals: 1,
    hint: 'of a cell, not of the room',
  },
  {
    id: 'pvW',
    label: 'PV power',
    symbol: 'P_pv',
    unit: 'W',
    kind: 'flow',
    range: WATTS,
    decimals: 0,
    hint: 'of all controllers together',
  },
  {
    id: 'pvTodayKwh',
    label: 'PV so far today',
    symbol: 'E_pv',
    unit: 'kWh',
    kind: 'count',
    isDaily: true,
    range: DAY_KWH,
    decimals: 2,
    hint: 'read in the evening it is the day’s',
  },
  {
    id: 'loadW',
    label: 'load power',
    symbol: 'P_load',
    unit: 'W',
    kind: 'flow',
    range: WATTS,
    decimals: 0,
    hint: 'what the house draws, AC and DC',
  },
  {
    id: 'loadTodayKwh',
    label: 'loads so far today',
    symbol: 'E_load',
    unit: 'kWh',
    kind: 'count',
    isDaily: true,
    range: DAY_KWH,
    decimals: 2,
    hint: 'what the house drew since midnight',
  },
  {
    id: 'generatorH',
    label: 'generator hour meter',
    symbol: 't_gen',
    unit: 'h',
    kind: 'count',
    range: { min: 0, max: 1e6 },
    decimals: 1,
    hint: 'what its meter shows in all',
  },
  {
    id: 'sunW',
    label: 'sun in the plane of the panels',
    symbol: 'G',
    unit: 'W/m²',
    kind: 'flow',
    range: { min: 0, max: 1600 },
    decimals: 0,
    hint: 'by a sensor beside the panels',
  },
  {
    id: 'airC',
    label: 'air temperature',
    symbol: 'T_a',
    unit: '°C',
    kind: 'level',
    range: AIR_RANGE_C,
    decimals: 1,
    hint: 'in the shade',
  },
  {
    id: 'stage',
    label: 'charge stage',
    symbol: 'stage',
    unit: '',
    kind: 'stage',
    range: { min: 0, max: 3, integer: true },
    decimals: 0,
    hint: 'what the controller says it does',
  },
] as const satisfies readonly Measure[]

export type MeasureId = (typeof MEASURES)[number]['id']
export const MEASURE_IDS = MEASURES.map(({ id }) => id) as [MeasureId, ...MeasureId[]]
/** Words of the stages, by their number. */
export const STAGES_OF_CHARGE = ['off', 'bulk', 'absorption', 'float'] as const

export const measureOf = (id: MeasureId): Measure => MEASURES.find((each) => each.id === id) ?? MEASURES[0]

/** Figures of one moment, by what they are of. */
export type Values = { [K in MeasureId]?: number | undefined }

/** Schema of one figure of a measure. */
export const measureSchema = Object.fromEntries(
  MEASURES.map(({ id, symbol, label, unit, range }) => [id, quantity(symbol, label, unit, range)]),
) as Record<MeasureId, z.ZodNumber>

const fields = Object.fromEntries(MEASURE_IDS.map((id) => [id, measureSchema[id].optional()])) as Record<
  MeasureId,
  z.ZodOptional<z.ZodNumber>
>

/** At least one figure. */
export const valuesSchema = z
  .strictObject(fields)
  .refine((values) => Object.values(values).some((value) => value !== undefined), {
    error: () => `at least one figure: ${MEASURE_IDS.join(', ')}`,
  })
