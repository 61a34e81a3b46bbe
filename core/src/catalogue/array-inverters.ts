import { outsideOf } from './outsides.ts'
import type { ArrayInverter } from './schema.ts'
import { suppliedBy } from './suppliers.ts'

type Row = readonly [
  id: string,
  model: string,
  continuousW: number,
  maxPvPowerW: number,
  maxInputV: number,
  mpptMinV: number,
  startV: number,
  maxInputA: number,
  inputs: number,
  mains: 'metric' | 'american-240',
  efficiency: number,
  weightKg: number,
  price: number,
]

// biome-ignore format: one sheet a line
const ROWS: readonly Row[] = [
  ['helmsley-1500', 'HS1500', 1500, 2100, 450, 60, 80, 20, 1, 'metric', 0.965, 9, 520],
  ['helmsley-3000', 'HS3000', 3000, 4200, 600, 80, 100, 22, 2, 'metric', 0.972, 13, 790],
  ['helmsley-5000', 'HS5000', 5000, 7500, 600, 100, 120, 25, 2, 'metric', 0.975, 17, 1090],
  ['helmsley-3000a', 'HS3000 A', 3000, 4200, 600, 80, 100, 22, 2, 'american-240', 0.97, 14, 860],
  ['helmsley-6000a', 'HS6000 A', 6000, 9000, 600, 100, 120, 25, 3, 'american-240', 0.974, 20, 1290],
]

/** Invented inverters for arrays on the AC side, real in kind. Prices in EUR. */
export const ARRAY_INVERTERS: readonly ArrayInverter[] = ROWS.map(
  ([
    id,
    model,
    continuousW,
    maxPvPowerW,
    maxInputV,
    mpptMinV,
    startV,
    maxInputA,
    inputs,
    mains,
    efficiency,
    weightKg,
    price,
  ]) => ({
    kind: 'array-inverter',
    ...outsideOf(id),
    ...suppliedBy('Helmsley'),
    id,
    maker: 'Helmsley',
    model,
    continuousW,
    maxPvPowerW,
    maxInputV,
    mpptMinV,
    startV,
    maxInputA,
    inputs,
    mainsVoltageV: mains === 'metric' ? 230 : 240,
    mainsFrequencyHz: mains === 'metric' ? 50 : 60,
    efficiency,
    heldBackByFrequency: true,
    weightKg,
    price,
  }),
)
