import { outsideOf } from './outsides.ts'
import type { AllInOne, Inverter } from './schema.ts'
import type { Bolted, Outside, Supply } from './sheet-parts.ts'
import { studOf } from './studs.ts'
import { suppliedBy } from './suppliers.ts'

type Added =
  | keyof Outside
  | keyof Bolted
  | keyof Supply
  | 'efficiencyPoints'
  | 'searchW'
  | 'splitPhaseStack'
  | 'chargerA'
  | 'leastChargerSetA'
  | 'highestInputV'
  | 'mainsInputA'
  | 'acCoupledRatio'
type InverterSheet = Omit<Inverter, 'kind' | 'id' | 'maker' | 'model' | Added> & Partial<Pick<Inverter, Added>>

/** Efficiency over the load without the idle draw, which is counted apart: best at about a third, a little less at full. */
const efficiencyPoints = (full: number) => [
  { loadFraction: 0.1, efficiency: Math.min(0.985, full + 0.005) },
  { loadFraction: 0.3, efficiency: Math.min(0.99, full + 0.025) },
  { loadFraction: 0.6, efficiency: Math.min(0.985, full + 0.015) },
  { loadFraction: 1, efficiency: full },
]

const inverter = (id: string, maker: string, model: string, figures: InverterSheet): Inverter => ({
  kind: 'inverter',
  ...outsideOf(id),
  ...studOf(id),
  ...suppliedBy(maker),
  id,
  maker,
  model,
  efficiencyPoints: efficiencyPoints(figures.efficiency),
  searchW: figures.idleW >= 9 ? Math.round(figures.idleW * 2.5) / 10 : null,
  splitPhaseStack: figures.mainsVoltageV <= 127 && figures.maxParallel > 1,
  chargerA: 0,
  leastChargerSetA: figures.chargerA ? Math.round(figures.chargerA / 10) : null,
  // A third above nominal: the absorption of any bank of its class, and a little to spare.
  highestInputV: Math.round(figures.dcVoltageV * 13.3) / 10,
  mainsInputA: figures.chargerA ? Math.ceil((figures.continuousVA * 1.6) / figures.mainsVoltageV / 5) * 5 : null,
  acCoupledRatio: null,
  ...figures,
})
const METRIC_MAINS = { mainsVoltageV: 230, mainsFrequencyHz: 50 }
const AMERICAN_MAINS = { mainsVoltageV: 120, mainsFrequencyHz: 60 }
const HEAT = { deratePerC: 0.01, derateFromC: 25 }

type InverterRow = readonly [
  id: string,
  maker: string,
  model: string,
  dcVoltageV: 12 | 24 | 48,
  continuousW: number,
  continuousVA: number,
  surgeW: number,
  efficiency: number,
  idleW: number,
  mains: 'metric' | 'american' | 'american-240',
  waveform: Inverter['waveform'],
  maxParallel: number,
  chargerA: number,
  weightKg: number,
  price: number,
]
const MAINS = {
  metric: METRIC_MAINS,
  american: AMERICAN_MAINS,
  'american-240': { mainsVoltageV: 240, mainsFrequencyHz: 60 },
}
// biome-ignore format: one sheet a line
const INVERTER_ROWS: readonly InverterRow[] = [
  ['orrowell-12-250', 'Orrowell', 'W12-250', 12, 200, 250, 400, 0.88, 4, 'metric', 'sine', 1, 0, 2.0, 98],
  ['orrowell-12-2000', 'Orrowell', 'W12-2000', 12, 1600, 2000, 4000, 0.91, 14, 'metric', 'sine', 1, 0, 12.5, 589],
  ['orrowell-24-5000', 'Orrowell', 'W24-5000', 24, 4000, 5000, 9000, 0.93, 22, 'metric', 'sine', 3, 0, 30, 1420],
  ['orrowell-48-8000', 'Orrowell', 'W48-8000', 48, 6400, 8000, 16000, 0.95, 30, 'metric', 'sine', 6, 0, 46, 2490],
  ['orrowell-48-10000', 'Orrowell', 'W48-10000', 48, 8000, 10000, 20000, 0.95, 38, 'metric', 'sine', 6, 0, 58, 3180],
  ['castlemere-12-1600c', 'Castlemere', 'C12-1600 charger', 12, 1300, 1600, 3000, 0.91, 12, 'metric', 'sine', 2, 70, 11, 795],
  ['castlemere-24-3000c', 'Castlemere', 'C24-3000 charger', 24, 2400, 3000, 6000, 0.93, 18, 'metric', 'sine', 4, 70, 21, 1290],
  ['castlemere-48-5000c', 'Castlemere', 'C48-5000 charger', 48, 4000, 5000, 10000, 0.95, 22, 'metric', 'sine', 6, 70, 31, 1890],
  ['castlemere-48-10000c', 'Castlemere', 'C48-10000 charger', 48, 8000, 10000, 20000, 0.955, 40, 'metric', 'sine', 6, 140, 60, 3620],
  ['castlemere-24-4000ac', 'Castlemere', 'C24-4000 A charger', 24, 3500, 4000, 8000, 0.92, 22, 'american', 'sine', 4, 85, 30, 1680],
  ['castlemere-48-6000ac', 'Castlemere', 'C48-6000 A charger', 48, 5500, 6000, 12000, 0.945, 27, 'american', 'sine', 4, 90, 36, 2150],
]
type ArrayRow = readonly [
  maxInputV: number,
  mpptMinV: number,
  maxInputA: number,
  ratedOutputA: number,
  inputs: number,
  maxPvW: number,
]
// biome-ignore format: one sheet a line
const ALL_IN_ONE_ROWS: readonly (readonly [InverterRow, ArrayRow])[] = [
  [['brayholm-12-1500', 'Brayholm', 'B12-1500', 12, 1200, 1500, 3000, 0.9, 16, 'metric', 'sine', 1, 60, 9, 620], [100, 20, 40, 80, 1, 1100]],
  [['brayholm-24-3000', 'Brayholm', 'B24-3000', 24, 3000, 3000, 6000, 0.92, 28, 'metric', 'sine', 1, 60, 12, 840], [145, 30, 60, 80, 1, 2200]],
  [['brayholm-48-5000', 'Brayholm', 'B48-5000', 48, 5000, 5000, 10000, 0.93, 45, 'metric', 'sine', 6, 80, 14, 1080], [450, 120, 27, 100, 1, 5500]],
  [['brayholm-48-8000d', 'Brayholm', 'B48-8000 two-input', 48, 8000, 8000, 16000, 0.94, 60, 'metric', 'sine', 6, 120, 22, 1760], [500, 120, 27, 160, 2, 9000]],
  [['brayholm-48-12000d', 'Brayholm', 'B48-12000 two-input', 48, 12000, 12000, 24000, 0.95, 80, 'metric', 'sine', 6, 200, 38, 2890], [500, 120, 40, 220, 2, 15000]],
  [['brayholm-48-6000s', 'Brayholm', 'B48-6000 A split phase', 48, 6000, 6000, 12000, 0.935, 55, 'american-240', 'sine', 6, 100, 19, 1590], [500, 100, 27, 120, 2, 8000]],
  [['brayholm-48-12000s', 'Brayholm', 'B48-12000 A split phase', 48, 12000, 12000, 24000, 0.95, 75, 'american-240', 'sine', 4, 200, 45, 3490], [500, 100, 40, 220, 3, 18000]],
]
const inverterFromRow = ([id, maker, model, dcVoltageV, continuousW, continuousVA, surgeW, ...rest]: InverterRow) => {
  const [efficiency, idleW, mains, waveform, maxParallel, chargerA, weightKg, price] = rest
  return inverter(id, maker, model, {
    dcVoltageV,
    lowestInputV: Math.round(dcVoltageV * 9) / 10,
    continuousW,
    continuousVA,
    surgeW,
    efficiency,
    idleW,
    waveform,
    ...MAINS[mains],
    ...HEAT,
    maxParallel,
    chargerA,
    weightKg,
    price,
  })
}

/** Invented inverters, real in kind. Prices in EUR. */
export const INVERTERS: readonly Inverter[] = [
  inverter('orrowell-12-500', 'Orrowell', 'W12-500', {
    dcVoltageV: 12,
    lowestInputV: 10.8,
    continuousW: 400,
    continuousVA: 500,
    surgeW: 900,
    efficiency: 0.9,
    idleW: 6,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 3.1,
    price: 148,
  }),
  inverter('orrowell-12-1200', 'Orrowell', 'W12-1200', {
    dcVoltageV: 12,
    lowestInputV: 10.8,
    continuousW: 1000,
    continuousVA: 1200,
    surgeW: 2400,
    efficiency: 0.91,
    idleW: 9,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 7.2,
    price: 339,
  }),
  inverter('orrowell-12-600-step', 'Orrowell', 'S12-600 stepped', {
    dcVoltageV: 12,
    lowestInputV: 10.5,
    continuousW: 600,
    continuousVA: 600,
    surgeW: 1200,
    efficiency: 0.88,
    idleW: 5,
    waveform: 'modified',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 2.1,
    price: 74,
  }),
  inverter('orrowell-24-800', 'Orrowell', 'W24-800', {
    dcVoltageV: 24,
    lowestInputV: 21.6,
    continuousW: 650,
    continuousVA: 800,
    surgeW: 1500,
    efficiency: 0.92,
    idleW: 7,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 5.5,
    price: 265,
  }),
  inverter('orrowell-24-1600', 'Orrowell', 'W24-1600', {
    dcVoltageV: 24,
    lowestInputV: 21.6,
    continuousW: 1300,
    continuousVA: 1600,
    surgeW: 3000,
    efficiency: 0.93,
    idleW: 10,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 10,
    price: 498,
  }),
  inverter('orrowell-24-3000', 'Orrowell', 'W24-3000', {
    dcVoltageV: 24,
    lowestInputV: 21.6,
    continuousW: 2400,
    continuousVA: 3000,
    surgeW: 6000,
    efficiency: 0.93,
    idleW: 16,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 3,
    weightKg: 19,
    price: 890,
  }),
  inverter('orrowell-48-3000', 'Orrowell', 'W48-3000', {
    dcVoltageV: 48,
    lowestInputV: 43.2,
    continuousW: 2400,
    continuousVA: 3000,
    surgeW: 6000,
    efficiency: 0.94,
    idleW: 13,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 3,
    weightKg: 18,
    price: 925,
  }),
  inverter('orrowell-48-5000', 'Orrowell', 'W48-5000', {
    dcVoltageV: 48,
    lowestInputV: 43.2,
    continuousW: 4000,
    continuousVA: 5000,
    surgeW: 9000,
    efficiency: 0.95,
    idleW: 19,
    waveform: 'sine',
    ...METRIC_MAINS,
    ...HEAT,
    maxParallel: 6,
    weightKg: 30,
    price: 1490,
  }),
  inverter('castlemere-24-2000a', 'Castlemere', 'C24-2000 A', {
    dcVoltageV: 24,
    lowestInputV: 21.6,
    continuousW: 1700,
    continuousVA: 2000,
    surgeW: 4000,
    efficiency: 0.92,
    idleW: 12,
    waveform: 'sine',
    ...AMERICAN_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 14,
    price: 640,
  }),
  inverter('castlemere-48-4000a', 'Castlemere', 'C48-4000 A', {
    dcVoltageV: 48,
    lowestInputV: 43.2,
    continuousW: 3400,
    continuousVA: 4000,
    surgeW: 8000,
    efficiency: 0.94,
    idleW: 18,
    waveform: 'sine',
    ...AMERICAN_MAINS,
    ...HEAT,
    maxParallel: 4,
    weightKg: 27,
    price: 1320,
  }),
  inverter('castlemere-12-1000a', 'Castlemere', 'C12-1000 A', {
    dcVoltageV: 12,
    lowestInputV: 10.8,
    continuousW: 850,
    continuousVA: 1000,
    surgeW: 2000,
    efficiency: 0.9,
    idleW: 8,
    waveform: 'sine',
    ...AMERICAN_MAINS,
    ...HEAT,
    maxParallel: 1,
    weightKg: 6,
    price: 298,
  }),
  ...INVERTER_ROWS.map(inverterFromRow),
]

const allInOne = ([row, array]: readonly [InverterRow, ArrayRow]): AllInOne => {
  const [maxInputV, mpptMinV, maxInputA, ratedOutputA, inputs, maxPvW] = array
  const side = inverterFromRow(row)
  return {
    ...side,
    kind: 'all-in-one',
    maxInputV,
    mpptMinV,
    startHeadroomV: 5,
    maxInputA,
    inputs,
    maxPvPowerW: [{ batteryVoltageV: side.dcVoltageV, powerW: maxPvW }],
    maxInputPowerW: inputs > 1 ? Math.round((maxPvW * 0.6) / 10) * 10 : null,
    leastSetA: Math.max(1, Math.round(ratedOutputA / 10)),
    runHeadroomV: null,
    ratedOutputA,
    terminalMaxMm2: 10,
  }
}

/** Invented all-in-ones: inverter, charger and controller in one case. Prices in EUR. */
export const ALL_IN_ONES: readonly AllInOne[] = ALL_IN_ONE_ROWS.map(allInOne)
