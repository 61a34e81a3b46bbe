import { CHEMISTRY_NAMES, type Chemistry, chemistryRow } from '../tables/chemistries.ts'
import { outsideOf } from './outsides.ts'
import type { Battery } from './schema.ts'
import type { Bolted, Outside, Supply } from './sheet-parts.ts'
import { studOf } from './studs.ts'
import { suppliedBy } from './suppliers.ts'

export const LEAD_CURVE = [
  { depth: 0.1, cycles: 5200 },
  { depth: 0.3, cycles: 2300 },
  { depth: 0.5, cycles: 1450 },
  { depth: 0.8, cycles: 820 },
]
export const AGM_CURVE = [
  { depth: 0.1, cycles: 3600 },
  { depth: 0.3, cycles: 1500 },
  { depth: 0.5, cycles: 880 },
  { depth: 0.8, cycles: 480 },
]
export const LITHIUM_CURVE = [
  { depth: 0.2, cycles: 11000 },
  { depth: 0.5, cycles: 6500 },
  { depth: 0.8, cycles: 4100 },
  { depth: 1, cycles: 2800 },
]
/** Capacity of lithium iron phosphate units in the cold, as their sheets give it. */
export const LITHIUM_COLD = [
  { cellC: -20, factor: 0.62 },
  { cellC: 0, factor: 0.86 },
  { cellC: 10, factor: 0.95 },
  { cellC: 20, factor: 1 },
]

/** Figures that follow from the chemistry where the sheet says no more. */
type Typical =
  | 'selfDischargeFractionPerMonth'
  | 'floatV'
  | 'chargeMaxC'
  | 'dischargeMinC'
  | 'dischargeMaxC'
  | 'roundTripEfficiency'
type Sheet = Omit<
  Battery,
  'kind' | 'id' | 'maker' | 'model' | 'fromLabel' | Typical | keyof Outside | keyof Bolted | keyof Supply
>

export const sheet = (id: string, maker: string, model: string, figures: Sheet): Battery => {
  const typical = chemistryRow(figures.chemistry)
  const cells = Math.round(figures.unitVoltageV / typical.cellNominalV)
  return {
    kind: 'battery',
    ...outsideOf(id),
    ...studOf(id),
    ...suppliedBy(maker),
    fromLabel: false,
    id,
    selfDischargeFractionPerMonth: typical.selfDischargeFractionPerMonth,
    maker,
    model,
    ...figures,
    floatV: round(cells * typical.floatVPerCell),
    chargeMaxC: typical.chargeMaxC,
    dischargeMinC: typical.dischargeMinC,
    dischargeMaxC: typical.dischargeMaxC,
    roundTripEfficiency: typical.roundTripEfficiency,
  }
}

const round = (value: number): number => Math.round(value * 100) / 100

const NICKEL_IRON_COLD = [
  { cellC: -20, factor: 0.6 },
  { cellC: 0, factor: 0.85 },
  { cellC: 20, factor: 1 },
]
const TITANATE_COLD = [
  { cellC: -30, factor: 0.75 },
  { cellC: 0, factor: 0.95 },
  { cellC: 20, factor: 1 },
]
export const COLD: Partial<Record<Chemistry, Battery['capacityPoints']>> = {
  'lithium iron phosphate': LITHIUM_COLD,
  'nickel manganese cobalt': LITHIUM_COLD,
  'lithium titanate': TITANATE_COLD,
  'nickel-iron': NICKEL_IRON_COLD,
}

type Row = readonly [
  id: string,
  maker: string,
  model: string,
  chemistry: Chemistry,
  cells: number,
  capacityAh: number,
  seriesAllowed: boolean,
  maxParallel: number,
  maxChargeA: number,
  maxDischargeA: number,
  resistanceMilliohm: number,
  weightKg: number,
  price: number,
]

/** Life at depths, bent about the planning depth as sheets of the kind bend. */
export function curveOf(chemistry: Chemistry): Battery['cycleLife'] {
  const { planningDepth, cyclesAtPlanningDepth } = chemistryRow(chemistry)
  return [0.2, 0.5, 0.8, 1].map((depth) => ({
    depth,
    cycles: Math.round((cyclesAtPlanningDepth * (planningDepth / depth) ** 0.85) / 10) * 10,
  }))
}

export function batteryFromRow([
  id,
  maker,
  model,
  chemistry,
  cells,
  capacityAh,
  seriesAllowed,
  maxParallel,
  ...rest
]: Row): Battery {
  const typical = chemistryRow(chemistry)
  const [maxChargeA, maxDischargeA, resistanceMilliohm, weightKg, price] = rest
  return sheet(id, maker, model, {
    chemistry,
    unitVoltageV: round(cells * typical.cellNominalV),
    capacityAh,
    seriesAllowed,
    maxParallel,
    maxChargeA,
    maxDischargeA,
    absorptionV: round(cells * typical.absorbVPerCell),
    lowCutoffV: round(cells * typical.lowCutoffVPerCell),
    chargeMinC: typical.chargeMinC,
    resistanceMilliohm,
    planningDepth: typical.planningDepth,
    cycleLife: curveOf(chemistry),
    calendarYears: typical.calendarYears,
    capacityPoints: COLD[chemistry] ?? null,
    weightKg,
    price,
  })
}

const [FLOODED, AGM, GEL, TUBULAR, LFP, NMC, LTO, NIFE] = CHEMISTRY_NAMES as unknown as readonly [
  'flooded lead-acid',
  'agm lead-acid',
  'gel lead-acid',
  'tubular lead-acid',
  'lithium iron phosphate',
  'nickel manganese cobalt',
  'lithium titanate',
  'nickel-iron',
]

// biome-ignore format: one sheet a line
export const BATTERY_ROWS: readonly Row[] = [
  ['murrow-l6-420', 'Murrow Cell', 'ML6-420', FLOODED, 3, 420, true, 3, 54, 140, 1.6, 57, 348],
  ['murrow-l12-75', 'Murrow Cell', 'ML12-75', FLOODED, 6, 75, true, 3, 10, 35, 7.5, 19.5, 118],
  ['murrow-l8-165', 'Murrow Cell', 'ML8-165', FLOODED, 4, 165, true, 3, 21, 60, 3.1, 28, 169],
  ['quillane-a6-210', 'Quillane', 'QA6-210 AGM', AGM, 3, 210, true, 4, 52, 100, 2.1, 31, 236],
  ['quillane-a12-60', 'Quillane', 'QA12-60 AGM', AGM, 6, 60, true, 4, 15, 40, 7.2, 18.4, 142],
  ['quillane-a12-100', 'Quillane', 'QA12-100 AGM', AGM, 6, 100, true, 4, 25, 60, 5.1, 29.5, 224],
  ['quillane-a12-200', 'Quillane', 'QA12-200 AGM', AGM, 6, 200, true, 4, 50, 110, 2.9, 58, 436],
  ['quillane-g12-90', 'Quillane', 'QG12-90 gel', GEL, 6, 90, true, 4, 18, 45, 6.1, 28.6, 262],
  ['quillane-g12-210', 'Quillane', 'QG12-210 gel', GEL, 6, 210, true, 4, 42, 90, 3.2, 65, 588],
  ['quillane-g2-600', 'Quillane', 'QG2-600 gel cell', GEL, 1, 600, true, 3, 110, 180, 0.42, 42, 339],
  ['murrow-v2-260', 'Murrow Cell', 'MV2-260 vented', TUBULAR, 1, 260, true, 3, 34, 60, 0.8, 18.5, 136],
  ['murrow-v2-800', 'Murrow Cell', 'MV2-800 vented', TUBULAR, 1, 800, true, 3, 104, 160, 0.31, 56, 362],
  ['murrow-v2-1200', 'Murrow Cell', 'MV2-1200 vented', TUBULAR, 1, 1200, true, 3, 156, 240, 0.22, 84, 528],
  ['murrow-v6-280', 'Murrow Cell', 'MV6-280 vented', TUBULAR, 3, 280, true, 3, 36, 70, 1.9, 54, 392],
  ['haskerl-cell-105', 'Haskerl', 'HC-105 cell', LFP, 1, 105, true, 2, 52, 105, 0.55, 2.1, 62],
  ['haskerl-cell-280', 'Haskerl', 'HC-280 cell', LFP, 1, 280, true, 2, 140, 280, 0.24, 5.4, 128],
  ['haskerl-12-50', 'Haskerl', 'H12-50 LFP', LFP, 4, 50, true, 4, 25, 50, 12, 6.2, 219],
  ['haskerl-12-200', 'Haskerl', 'H12-200 LFP', LFP, 4, 200, false, 4, 100, 150, 4.8, 22.4, 812],
  ['haskerl-12-120h', 'Haskerl', 'H12-120 heated', LFP, 4, 120, false, 4, 60, 100, 5.6, 14.1, 596],
  ['haskerl-24-60', 'Haskerl', 'H24-60 LFP', LFP, 8, 60, false, 6, 30, 60, 16, 13.2, 468],
  ['haskerl-48-55', 'Haskerl', 'H48-55 LFP', LFP, 16, 55, false, 16, 30, 50, 22, 25, 742],
  ['haskerl-48-200', 'Haskerl', 'H48-200 Rack', LFP, 16, 200, false, 16, 100, 150, 10, 84, 2480],
  ['haskerl-48-314', 'Haskerl', 'H48-314 Wall', LFP, 16, 314, false, 16, 157, 200, 8, 132, 3790],
  ['ostrage-n24-90', 'Ostrage', 'N24-90 NMC', NMC, 7, 90, true, 4, 45, 90, 11, 13.5, 1120],
  ['ostrage-n48-74', 'Ostrage', 'N48-74 NMC', NMC, 14, 74, false, 6, 37, 75, 18, 22, 1780],
  ['tessaly-t12-40', 'Tessaly Works', 'T12-40 LTO', LTO, 5, 40, true, 10, 40, 80, 4.2, 7.4, 515],
  ['tessaly-t48-40', 'Tessaly Works', 'T48-40 LTO', LTO, 21, 40, false, 10, 40, 80, 17, 30, 2090],
  ['ironby-n300', 'Ironby', 'NF-300 nickel-iron cell', NIFE, 1, 300, true, 2, 60, 60, 1.3, 19, 168],
  ['ironby-n600', 'Ironby', 'NF-600 nickel-iron cell', NIFE, 1, 600, true, 2, 120, 120, 0.7, 37, 322],
  ['ironby-12-150', 'Ironby', 'NF12-150 nickel-iron', NIFE, 10, 150, true, 2, 30, 30, 19, 98, 880],
]
