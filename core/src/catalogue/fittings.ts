import { outsideOf } from './outsides.ts'
import type { Converter, Fitting, FittingRole } from './schema.ts'
import { studOf } from './studs.ts'
import { suppliedBy } from './suppliers.ts'

type FittingRow = readonly [
  id: string,
  model: string,
  role: FittingRole,
  currentA: number,
  maxDcV: number,
  maxAcV: number,
  ways: number,
  terminalMaxMm2: number,
  weightKg: number,
  price: number,
]

// biome-ignore format: one sheet a line
const ROWS: readonly FittingRow[] = [
  ['wardwick-iso-32', 'IS32 isolator', 'isolator', 32, 1000, 0, 2, 10, 0.4, 34],
  ['wardwick-iso-63', 'IS63 isolator', 'isolator', 63, 600, 0, 2, 25, 0.7, 62],
  ['wardwick-iso-125', 'IS125 isolator', 'isolator', 125, 250, 0, 2, 50, 1.2, 98],
  ['wardwick-ld-65', 'LD65 load disconnect', 'load-disconnect', 65, 60, 0, 1, 16, 0.2, 58],
  ['wardwick-ld-220', 'LD220 load disconnect', 'load-disconnect', 220, 60, 0, 1, 95, 0.6, 118],
  ['wardwick-bs-300', 'BS300 battery switch', 'battery-switch', 300, 60, 0, 1, 95, 0.5, 42],
  ['wardwick-bs-600', 'BS600 battery switch', 'battery-switch', 600, 60, 0, 1, 185, 1.1, 92],
  ['wardwick-bs-1200', 'BS1200 battery switch', 'battery-switch', 1200, 60, 0, 1, 400, 2.2, 218],
  ['wardwick-rl-120', 'RL120 joining relay', 'relay', 120, 32, 0, 1, 35, 0.4, 79],
  ['wardwick-rl-230', 'RL230 joining relay', 'relay', 230, 32, 0, 1, 95, 0.7, 129],
  ['wardwick-sh-300', 'SH300 shunt', 'shunt', 300, 70, 0, 1, 95, 0.3, 74],
  ['wardwick-sh-500', 'SH500 shunt', 'shunt', 500, 70, 0, 1, 185, 0.5, 96],
  ['wardwick-sh-1000', 'SH1000 shunt', 'shunt', 1000, 70, 0, 1, 400, 1.1, 168],
  ['wardwick-bb-250', 'BB250 bus bars, a pair', 'bus-bar', 250, 70, 0, 6, 95, 0.8, 46],
  ['wardwick-bb-600', 'BB600 bus bars, a pair', 'bus-bar', 600, 70, 0, 6, 185, 1.9, 98],
  ['wardwick-bb-1500', 'BB1500 bus bars, a pair', 'bus-bar', 1500, 70, 0, 10, 400, 4.6, 268],
  ['wardwick-cb-4', 'CB4 combiner', 'combiner', 63, 600, 0, 4, 25, 1.8, 88],
  ['wardwick-cb-8', 'CB8 combiner', 'combiner', 125, 600, 0, 8, 50, 3.2, 164],
  ['wardwick-cb-16', 'CB16 combiner', 'combiner', 250, 600, 0, 16, 95, 5.5, 322],
  ['wardwick-dp-6', 'DP6 DC fuse panel', 'dc-panel', 100, 60, 0, 6, 25, 0.6, 39],
  ['wardwick-dp-12', 'DP12 DC fuse panel', 'dc-panel', 150, 60, 0, 12, 50, 1.1, 68],
  ['wardwick-ab-8', 'AB8 AC board', 'ac-board', 63, 0, 400, 8, 25, 1.4, 52],
  ['wardwick-ab-18', 'AB18 AC board', 'ac-board', 125, 0, 400, 18, 50, 2.6, 96],
  ['wardwick-ab-24', 'AB24 AC board', 'ac-board', 250, 0, 400, 24, 120, 5.4, 214],
  ['wardwick-ab-36', 'AB36 AC board', 'ac-board', 630, 0, 400, 36, 240, 14, 690],
  ['wardwick-rc-40', 'RC40 residual-current device, 30 mA', 'residual-current', 40, 0, 400, 2, 16, 0.2, 36],
  ['wardwick-rc-63', 'RC63 residual-current device, 30 mA', 'residual-current', 63, 0, 400, 2, 25, 0.2, 48],
  ['wardwick-rc-125', 'RC125 residual-current device, 30 mA', 'residual-current', 125, 0, 400, 2, 50, 0.4, 118],
  ['wardwick-rc-250', 'RC250 residual-current device, 30 mA', 'residual-current', 250, 0, 400, 2, 120, 2.1, 298],
  // Their current is the discharge they bear, 8/20 µs.
  ['wardwick-sp-100', 'SP100 surge protector, DC type 2', 'surge', 15000, 100, 0, 1, 25, 0.2, 38],
  ['wardwick-sp-600', 'SP600 surge protector, DC type 2', 'surge', 20000, 600, 0, 1, 25, 0.4, 64],
  ['wardwick-sp-1000', 'SP1000 surge protector, DC type 2', 'surge', 20000, 1000, 0, 1, 25, 0.5, 82],
  ['wardwick-sp-ac', 'SP-AC surge protector, AC type 2', 'surge', 20000, 0, 400, 1, 25, 0.4, 58],
]

/** Invented switches, shunts, bars and boards. Prices in EUR. */
export const FITTINGS: readonly Fitting[] = ROWS.map(
  ([id, model, role, currentA, maxDcV, maxAcV, ways, terminalMaxMm2, weightKg, price]) => ({
    kind: 'fitting',
    ...outsideOf(id),
    ...studOf(id),
    ...suppliedBy('Wardwick'),
    id,
    maker: 'Wardwick',
    model,
    role,
    currentA,
    maxDcV,
    maxAcV,
    ways,
    terminalMaxMm2,
    weightKg,
    price,
  }),
)

type ConverterRow = readonly [
  id: string,
  model: string,
  inputV: 12 | 24 | 48,
  outputV: number,
  outputA: number,
  efficiency: number,
  idleW: number,
  weightKg: number,
  price: number,
]

// biome-ignore format: one sheet a line
const CONVERTER_ROWS: readonly ConverterRow[] = [
  ['kelder-c12-5-10', 'KC12-5/10', 12, 5, 10, 0.9, 0.2, 0.1, 22],
  ['kelder-c12-24-8', 'KC12-24/8', 12, 24, 8, 0.9, 0.8, 0.6, 64],
  ['kelder-c24-12-10', 'KC24-12/10', 24, 12, 10, 0.9, 0.5, 0.4, 44],
  ['kelder-c24-12-30', 'KC24-12/30', 24, 12, 30, 0.92, 0.8, 1.1, 98],
  ['kelder-c24-12-70', 'KC24-12/70', 24, 12, 70, 0.92, 1.5, 2.4, 219],
  ['kelder-c24-5-10', 'KC24-5/10', 24, 5, 10, 0.88, 0.3, 0.2, 26],
  ['kelder-c48-12-20', 'KC48-12/20', 48, 12, 20, 0.9, 1, 1.0, 108],
  ['kelder-c48-12-40', 'KC48-12/40', 48, 12, 40, 0.91, 1.6, 1.9, 189],
  ['kelder-c48-24-20', 'KC48-24/20', 48, 24, 20, 0.92, 1.4, 1.5, 158],
  ['kelder-c48-5-10', 'KC48-5/10', 48, 5, 10, 0.86, 0.4, 0.2, 32],
  // Regulators: what goes in may swing, what comes out does not.
  ['kelder-r12-12', 'KR12-12 regulator', 12, 12, 12, 0.93, 0.6, 0.5, 58],
  ['kelder-r24-10', 'KR24-10 regulator', 24, 24, 10, 0.94, 0.8, 0.7, 84],
  ['kelder-r48-6', 'KR48-6 regulator', 48, 48, 6, 0.94, 1, 0.9, 112],
]

/** Invented converters between direct voltages. Prices in EUR. */
export const CONVERTERS: readonly Converter[] = CONVERTER_ROWS.map(
  ([id, model, inputV, outputV, outputA, efficiency, idleW, weightKg, price]) => ({
    kind: 'converter',
    ...outsideOf(id),
    ...suppliedBy('Kelder'),
    id,
    maker: 'Kelder',
    model,
    inputV,
    outputV,
    outputA,
    efficiency,
    idleW,
    weightKg,
    price,
  }),
)
