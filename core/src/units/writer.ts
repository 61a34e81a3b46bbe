import { formatMoney, formatNumber, formatPercent, formatPlain, formatSize } from './format.ts'

/** Systems a job may be written in. Figures are always kept and computed in SI and its common multiples. */
export const UNIT_SYSTEMS = ['metric', 'us'] as const
export type UnitSystem = (typeof UNIT_SYSTEMS)[number]

/** How a unit is written in another system: shown = kept × factor + offset. */
interface Shown {
  readonly unit: string
  readonly factor: number
  readonly offset?: number
  /** Decimals more than the kept figure is given, where these are said. */
  readonly decimals?: number
  /** Decimals where none are said; else as many as any figure gets. */
  readonly plain?: number
}

const FOOT_M = 0.3048
const INCH_MM = 25.4
const POUND_KG = 0.45359237
const GALLON_L = 3.785411784
/** US customary units. Sources: NIST SP 811, B.8; the gallon is the US liquid gallon. */
const US: Readonly<Record<string, Shown>> = {
  '°C': { unit: '°F', factor: 9 / 5, offset: 32, plain: 0 },
  K: { unit: '°F', factor: 9 / 5 },
  '1/°C': { unit: '1/°F', factor: 5 / 9 },
  'W/K': { unit: 'W/°F', factor: 5 / 9, decimals: 1 },
  m: { unit: 'ft', factor: 1 / FOOT_M },
  mm: { unit: 'in', factor: 1 / INCH_MM, decimals: 1 },
  'm²': { unit: 'ft²', factor: 1 / FOOT_M ** 2 },
  'cm²': { unit: 'in²', factor: 100 / INCH_MM ** 2 },
  'm³/h': { unit: 'ft³/min', factor: 1 / FOOT_M ** 3 / 60, decimals: 1 },
  kg: { unit: 'lb', factor: 1 / POUND_KG },
  L: { unit: 'gal', factor: 1 / GALLON_L, decimals: 1 },
  'L/h': { unit: 'gal/h', factor: 1 / GALLON_L, decimals: 1 },
  'money/L': { unit: 'money/gal', factor: GALLON_L },
}

/**
 * Writes figures for people in the units of a job. Whoever makes a sentence, a table or a chart is handed one; the figures
 * themselves stay as they are kept.
 */
export interface Writer {
  readonly system: UnitSystem
  /** Unit a figure kept in `unit` is shown in. */
  unit(unit: string): string
  /** A kept figure as it is shown, without its unit. */
  shown(value: number, unit: string): number
  /** What was shown or typed, as it is kept. */
  kept(shown: number, unit: string): number
  /** A figure with its unit, joined by a no-break space: 12 °F for −11 °C. */
  quantity(value: number, unit: string, decimals?: number): string
  /** The same without its unit, for a column that names it once. */
  number(value: number, unit: string, decimals?: number): string
  percent(fraction: number, decimals?: number): string
  money(amount: number, currency: string): string
  /** A conductor size as it is named. */
  size(size: string): string
}

function writerIn(system: UnitSystem, table: Readonly<Record<string, Shown>>): Writer {
  const of = (unit: string): Shown | undefined => (Object.hasOwn(table, unit) ? table[unit] : undefined)
  const shown = (value: number, unit: string): number => {
    const as = of(unit)
    return as ? value * as.factor + (as.offset ?? 0) : value
  }
  const decimalsOf = (unit: string, decimals: number | undefined): number | undefined =>
    decimals === undefined ? of(unit)?.plain : Math.min(4, decimals + (of(unit)?.decimals ?? 0))
  return {
    system,
    shown,
    unit: (unit) => of(unit)?.unit ?? unit,
    kept: (value, unit) => {
      const as = of(unit)
      return as ? (value - (as.offset ?? 0)) / as.factor : value
    },
    quantity: (value, unit, decimals) =>
      formatPlain(shown(value, unit), of(unit)?.unit ?? unit, decimalsOf(unit, decimals)),
    number: (value, unit, decimals) => formatNumber(shown(value, unit), decimalsOf(unit, decimals)),
    percent: formatPercent,
    money: formatMoney,
    size: formatSize,
  }
}

const TABLES: Readonly<Record<UnitSystem, Readonly<Record<string, Shown>>>> = { metric: {}, us: US }
/** Units that hold money, as they are kept. */
const OF_MONEY = ['money', 'money/L', 'money/kWh'] as const
const writers = new Map<string, Writer>()

/**
 * The writer of a system of units and a currency; always the same object for the same two. Without a currency sums are in
 * "money", as the methods name them.
 * @example writerOf('us').quantity(-11, '°C') // '12 °F'
 */
export function writerOf(system: UnitSystem, currency = 'money'): Writer {
  const key = `${system} ${currency}`
  const known = writers.get(key)
  if (known) return known
  const table = { ...TABLES[system] }
  if (currency !== 'money')
    for (const unit of OF_MONEY) {
      const as = table[unit] ?? { unit, factor: 1 }
      table[unit] = { ...as, unit: as.unit.replace('money', currency) }
    }
  const made = writerIn(system, table)
  writers.set(key, made)
  return made
}

/** Units that are written otherwise in another system: figures in them go through a writer. */
export const CONVERTED_UNITS = Object.keys(US)
