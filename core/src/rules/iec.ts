import { CONDUCTORS, conductorOf, isAwg } from '../tables/conductor.ts'
import type { RuleSet } from './rule-set.ts'
import { batteryPost, dropLimits, OUTDOOR_AND_INDOOR_AIR_C } from './shared.ts'

const PART_4_43 = 'IEC 60364-4-43'
const PART_5_52 = 'IEC 60364-5-52:2009'
const PART_5_54 = 'IEC 60364-5-54:2011'
const PART_7_712 = 'IEC 60364-7-712'

const METRIC = CONDUCTORS.filter(({ size }) => !isAwg(size))
/** The next metric size that is not thinner. */
const nextMetric = (areaMm2: number): string =>
  METRIC.find((conductor) => conductor.areaMm2 >= areaMm2 - 1e-9)?.size ?? METRIC.at(-1)?.size ?? ''

/** Protective conductor by phase conductor, mm²: S, then 16, then S/2. Source: IEC 60364-5-54, Table 54.2. */
function protectiveAreaMm2(phaseMm2: number): number {
  if (phaseMm2 <= 16) return phaseMm2
  return phaseMm2 <= 35 ? 16 : phaseMm2 / 2
}

/** IEC 60364 and what goes with it. */
export const IEC: RuleSet = {
  id: 'iec',
  name: 'IEC, metric',
  standards: 'IEC 60364, EN 50618 for PV cable, ISO 13297 on boats',
  laid: { pv: 'pv-surface', battery: 'iec-xlpe90-c', fixed: 'iec-pvc70-b1' },
  installations: ({ kind }, use) => {
    if (use === 'pv') return ['pv-two-touching', 'pv-surface', 'pv-free-air']
    const fixed = ['iec-pvc70-b1', 'iec-pvc70-c', 'iec-xlpe90-b1', 'iec-xlpe90-c'] as const
    return kind === 'building' || use === 'fixed' ? fixed : ['battery-105', ...fixed]
  },
  ambientC: OUTDOOR_AND_INDOOR_AIR_C,
  terminalC: () => ({ value: 70, source: `${PART_5_52}, 523.1, unless stated` }),
  groupedBy: { value: 'circuits', source: `${PART_5_52}, Table B.52.17` },
  smallConductors: { value: [], source: `${PART_4_43}: none; Ib ≤ In ≤ Iz for every size` },
  parallel: {
    smallestSize: { value: null, source: `${PART_4_43}, 433.4: any, each with its share` },
    mostAutomatic: 4,
  },
  pvCurrentFactor: { value: 1.25, source: `${PART_7_712}, 712.433` },
  pvConductorFactor: { value: 1, source: `${PART_7_712}, 712.433: asked for once` },
  continuousFactor: { value: 1.25, source: 'assumption of Yard Lamp: a quarter to spare, as in North America' },
  stringFuse: { value: { leastOfIsc: 1.5, mostOfIsc: 2.4 }, source: `${PART_7_712}, 712.433.1` },
  drop: dropLimits('IEC 60364-5-52, Annex G'),
  series: {
    'battery-fuse': 'battery-fuse',
    'pv-fuse': 'pv-string-fuse',
    'dc-breaker': 'iec-breaker',
    'ac-breaker': 'iec-breaker',
  },
  branchA: {
    ac: { value: 16, source: 'IEC 60364-4-43, 433.1, on 2.5 mm², the common branch of socket outlets' },
    dc: { value: 20, source: 'assumption of Yard Lamp: a common way of a DC panel' },
  },
  conductorsOf: (carries) => (carries === 'ac' ? 3 : 2),
  protectiveConductor: (_deviceRatingA, phaseSize) => ({
    value: nextMetric(protectiveAreaMm2(conductorOf(phaseSize).areaMm2)),
    source: `${PART_5_54}, Table 54.2`,
  }),
  frameBonding: {
    protected: { value: '4 mm2', source: `${PART_5_54}, 544.2` },
    exposed: { value: '6 mm2', source: `${PART_5_54}, 544.2; 16 mm² with a lightning system` },
  },
  electrodeConductor: { value: '16 mm2', source: `${PART_5_54}, Table 54.1: copper; 25 mm² bare and buried` },
  systemBond: {
    value: 'one, by the source in use; TN-S behind the inverter',
    source: 'IEC 60364-1, 312.2; IEC 60364-5-55, 551',
  },
  residualCurrent: {
    value: '30 mA for socket outlets to 32 A and for mobile use, type A or B as the inverter asks',
    source: 'IEC 60364-4-41, 411.3.3',
  },
  disconnects: [
    { value: 'array, at the converter', source: `${PART_7_712}, 712.536` },
    { value: 'battery, all poles where it is ungrounded', source: 'IEC 62485-2, 11' },
    { value: 'output of the inverter', source: 'IEC 60364-5-53, 536' },
    { value: 'generator', source: 'IEC 60364-5-55, 551.7' },
  ],
  labels: [
    { value: 'PV array: live whenever it is lit', source: `${PART_7_712}, 712.514` },
    { value: 'two sources of supply, at the board', source: 'IEC 60364-5-51, 514' },
  ],
  deviceToBatteryM: batteryPost('ISO 13297, 60364-7-721'),
  colours: [
    { role: 'ac-line-1', name: 'brown', pattern: 'plain' },
    { role: 'ac-line-2', name: 'black', pattern: 'plain' },
    { role: 'ac-line-3', name: 'grey', pattern: 'plain' },
    { role: 'ac-neutral', name: 'blue', pattern: 'plain' },
    { role: 'dc-positive', name: 'red', pattern: 'plain' },
    { role: 'dc-negative', name: 'white', pattern: 'plain' },
    { role: 'protective', name: 'green and yellow', pattern: 'striped' },
  ],
}
