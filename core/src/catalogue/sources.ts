import { outsideOf } from './outsides.ts'
import type { Charger, Generator } from './schema.ts'
import { studOf } from './studs.ts'
import { suppliedBy } from './suppliers.ts'

type GeneratorRow = readonly [
  id: string,
  model: string,
  continuousW: number,
  continuousVA: number,
  mains: 'metric' | 'american',
  fuel: Generator['fuel'],
  litresPerHourFull: number,
  tankL: number,
  autoStart: boolean,
  neutralBonded: boolean,
  weightKg: number,
  price: number,
]

// biome-ignore format: one sheet a line
const GENERATOR_ROWS: readonly GeneratorRow[] = [
  ['thornby-1000i', 'G1000 inverter set', 900, 900, 'metric', 'petrol', 0.62, 2.1, false, false, 12.7, 590],
  ['thornby-2000i', 'G2000 inverter set', 1600, 1800, 'metric', 'petrol', 1.05, 3.6, false, false, 21, 920],
  ['thornby-3000i', 'G3000 inverter set', 2800, 3000, 'metric', 'petrol', 1.7, 13, true, false, 59, 1690],
  ['thornby-5000', 'G5000', 4500, 5000, 'metric', 'petrol', 2.6, 25, true, true, 86, 1340],
  ['thornby-d6', 'D6 diesel', 5000, 6250, 'metric', 'diesel', 1.9, 40, true, true, 168, 3450],
  ['thornby-7000', 'G7000', 6000, 7000, 'metric', 'petrol', 3.4, 25, true, true, 98, 1790],
  ['thornby-d8', 'D8 diesel', 6800, 8500, 'metric', 'diesel', 2.6, 45, true, true, 214, 4250],
  ['thornby-d12', 'D12 diesel', 9600, 12000, 'metric', 'diesel', 3.5, 60, true, true, 295, 5900],
  ['thornby-d20', 'D20 diesel', 16000, 20000, 'metric', 'diesel', 5.6, 80, true, true, 520, 8900],
  ['thornby-2200a', 'G2200 A inverter set', 1800, 2000, 'american', 'petrol', 1.15, 3.6, false, false, 21.5, 960],
  ['thornby-4000a', 'G4000 A inverter set', 3300, 3600, 'american', 'petrol', 2, 13, true, false, 62, 1720],
  ['thornby-7000a', 'G7000 A', 6300, 7000, 'american', 'petrol', 3.5, 25, true, true, 98, 1780],
  ['thornby-10ga', 'L10 A gas', 9000, 10000, 'american', 'gas', 5.2, 120, true, true, 180, 3980],
]
/** An engine at idle still burns about a third of what it burns at full power. */
const PART_LOAD = [
  { loadFraction: 0.25, share: 0.44 },
  { loadFraction: 0.5, share: 0.62 },
  { loadFraction: 0.75, share: 0.8 },
  { loadFraction: 1, share: 1 },
] as const

/** Invented generators, real in kind. Prices in EUR. */
export const GENERATORS: readonly Generator[] = GENERATOR_ROWS.map(
  ([id, model, continuousW, continuousVA, mains, fuel, litres, tankL, autoStart, neutralBonded, weightKg, price]) => ({
    kind: 'generator',
    ...suppliedBy('Thornby'),
    id,
    maker: 'Thornby',
    model,
    continuousW,
    continuousVA,
    mainsVoltageV: mains === 'metric' ? 230 : 120,
    mainsFrequencyHz: mains === 'metric' ? 50 : 60,
    fuel,
    fuelPoints: PART_LOAD.map(({ loadFraction, share }) => ({
      loadFraction,
      litresPerHour: Math.round(litres * share * 100) / 100,
    })),
    tankL,
    autoStart,
    neutralBonded,
    weightKg,
    price,
  }),
)

type ChargerRow = readonly [
  id: string,
  model: string,
  source: Charger['source'],
  inputV: number,
  batteryVoltageV: 12 | 24 | 48,
  outputA: number,
  efficiency: number,
  powerFactor: number,
  weightKg: number,
  price: number,
]

// biome-ignore format: one sheet a line
const CHARGER_ROWS: readonly ChargerRow[] = [
  ['kelder-12-15', 'K12-15', 'mains', 230, 12, 15, 0.88, 0.95, 1.4, 129],
  ['kelder-12-30', 'K12-30', 'mains', 230, 12, 30, 0.9, 0.97, 2.6, 219],
  ['kelder-12-60', 'K12-60', 'mains', 230, 12, 60, 0.9, 0.98, 4.2, 398],
  ['kelder-24-16', 'K24-16', 'mains', 230, 24, 16, 0.91, 0.97, 2.7, 239],
  ['kelder-24-40', 'K24-40', 'mains', 230, 24, 40, 0.92, 0.98, 5.4, 498],
  ['kelder-48-25', 'K48-25', 'mains', 230, 48, 25, 0.93, 0.98, 5.6, 548],
  ['kelder-48-60', 'K48-60', 'mains', 230, 48, 60, 0.94, 0.99, 9.8, 980],
  ['kelder-12-30a', 'K12-30 A', 'mains', 120, 12, 30, 0.9, 0.97, 2.6, 229],
  ['kelder-24-40a', 'K24-40 A', 'mains', 120, 24, 40, 0.92, 0.98, 5.4, 508],
  ['kelder-48-30a', 'K48-30 A', 'mains', 120, 48, 30, 0.93, 0.98, 6.1, 588],
  ['kelder-d12-12-18', 'KD12-12/18', 'alternator', 12, 12, 18, 0.88, 1, 0.9, 139],
  ['kelder-d12-12-30', 'KD12-12/30', 'alternator', 12, 12, 30, 0.88, 1, 1.8, 218],
  ['kelder-d12-12-50', 'KD12-12/50', 'alternator', 12, 12, 50, 0.9, 1, 2.6, 379],
  ['kelder-d12-24-15', 'KD12-24/15', 'alternator', 12, 24, 15, 0.88, 1, 1.8, 229],
  ['kelder-d24-24-15', 'KD24-24/15', 'alternator', 24, 24, 15, 0.9, 1, 1.3, 239],
  ['kelder-d24-24-30', 'KD24-24/30', 'alternator', 24, 24, 30, 0.9, 1, 2.4, 349],
  ['kelder-d12-48-8', 'KD12-48/8', 'alternator', 12, 48, 8, 0.87, 1, 1.9, 289],
]

/** Invented chargers for mains, generators and alternators. Prices in EUR. */
export const CHARGERS: readonly Charger[] = CHARGER_ROWS.map(
  ([id, model, source, inputV, batteryVoltageV, outputA, efficiency, powerFactor, weightKg, price]) => ({
    kind: 'charger',
    ...outsideOf(id),
    ...studOf(id),
    ...suppliedBy('Kelder'),
    id,
    maker: 'Kelder',
    model,
    source,
    inputV,
    batteryVoltageV,
    outputA,
    // The small ones hold what they hold; the others are set.
    leastSetA: outputA <= 15 ? null : Math.round(outputA / 4),
    mainsFrequencyHz: null,
    efficiency,
    powerFactor,
    weightKg,
    price,
  }),
)
