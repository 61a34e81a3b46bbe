import { CONDUCTORS, conductorOf, isAwg } from '../tables/conductor.ts'
import { CONDUITS_METRIC } from '../tables/conductor-outside.ts'
import type { RuleSet } from './rule-set.ts'
import { AMBIENT, batteryPost, dropLimits, insulationTest, isMobile } from './shared.ts'

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

/** Metres of lead by flashes a km² and year. Source: IEC 61643-32. */
const CRITICAL_LENGTH = 115
const CONTINUOUS = { value: 1.25, source: 'assumption of Yard Lamp: a quarter to spare, as in North America' }
const TABLES = `${PART_5_52}, Annex B`
const IN_GROUND = ['iec-xlpe90-d1', 'iec-pvc70-d1'] as const
const FIXED = (['iec-pvc70', 'iec-xlpe90'] as const).flatMap((insulation) =>
  (['a1', 'a2', 'b1', 'b2', 'c', 'd1', 'e', 'f'] as const).map((method) => `${insulation}-${method}` as const),
)
const MOBILE = ['battery-105-metric', 'battery-105-metric-engine', 'battery-105', 'battery-105-engine'] as const

/** IEC 60364 and what goes with it. */
export const IEC: RuleSet = {
  id: 'iec',
  name: 'IEC, metric',
  standards: 'IEC 60364, EN 50618 for PV cable, ISO 13297 on boats',
  laid: ({ kind, use, ac, place }) => {
    if (place === 'ground') return { value: use === 'fixed' ? 'iec-pvc70-d1' : 'iec-xlpe90-d1', source: TABLES }
    if (use === 'pv') return { value: 'pv-two-touching', source: 'EN 50618: + and − of a string lie together' }
    if (isMobile({ kind }) && !ac) {
      const engine = place === 'engine space'
      return { value: engine ? 'battery-105-metric-engine' : 'battery-105-metric', source: 'ISO 13297; 60364-7-721' }
    }
    return { value: use === 'battery' ? 'iec-xlpe90-c' : 'iec-pvc70-b1', source: TABLES }
  },
  installations: ({ kind, use, ac }) => {
    if (use === 'pv') return ['pv-two-touching', 'pv-surface', 'pv-free-air', ...IN_GROUND]
    return isMobile({ kind }) && !ac ? [...MOBILE, ...FIXED] : FIXED
  },
  ambient: AMBIENT,
  terminalC: () => ({ value: 70, source: `${PART_5_52}, 523.1, unless stated` }),
  terminalsC: [70, 90],
  groupedBy: { value: 'circuits', source: `${PART_5_52}, Table B.52.17` },
  smallConductors: { value: [], source: `${PART_4_43}: none; Ib ≤ In ≤ Iz for every size` },
  parallel: {
    smallestSize: { value: null, source: `${PART_4_43}, 433.4: any, each with its share` },
    said: 'any size, each with its share; one device only up to what each can carry',
    mostAutomatic: 4,
  },
  pvCurrentFactor: { value: 1.25, source: `${PART_7_712}, 712.433` },
  factor: {
    sun: { value: 1, source: `${PART_7_712}, 712.433: asked for once` },
    controller: { value: 1, source: `${PART_4_43}, 433.1: its rated output` },
    battery: CONTINUOUS,
    inverter: { value: 1, source: `${PART_4_43}, 433.1: its continuous current` },
    supply: { value: 1, source: `${PART_4_43}, 433.1: what the source may give` },
    engine: CONTINUOUS,
    loads: CONTINUOUS,
  },
  continuousFactor: CONTINUOUS,
  nextDeviceUp: { value: null, source: `${PART_4_43}, 433.1: In ≤ Iz` },
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
  protectiveConductor: (_deviceRatingA, phaseSize, _requiredPhaseSize, parallel = 1) => ({
    value: nextMetric(protectiveAreaMm2(conductorOf(phaseSize).areaMm2 * parallel)),
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
  insulationTest: insulationTest('IEC 62446-1, Table 1; 1 MΩ throughout, the stricter figure'),
  electrodeOhm: { value: 100, source: 'IEC 60364-6: 50 V ÷ 30 mA is 1667 Ω; 100 Ω stays steady through the seasons' },
  residualTripMs: { value: 300, source: 'IEC 61008-1, Table 1, at its rated residual current' },
  labels: [
    { value: 'PV array: live whenever it is lit', source: `${PART_7_712}, 712.514` },
    { value: 'two sources of supply, at the board', source: 'IEC 60364-5-51, 514' },
  ],
  surgeFromM: (flashesPerKm2Year) => ({
    value: flashesPerKm2Year ? CRITICAL_LENGTH / flashesPerKm2Year : 10,
    source: 'IEC 61643-32, 115/Ng in buildings where the flashes are known',
  }),
  deviceToBatteryM: batteryPost('ISO 13297, 60364-7-721'),
  conduits: {
    value: { sizes: CONDUITS_METRIC, fillFraction: () => 0.4, said: 'filled to 40 % at most' },
    source: 'EN 61386-22; 40 % as common practice',
  },
  ferrules: { value: ['pv', 'battery', 'fixed'], source: `${PART_5_52}, 526.9: fine strands are held together` },
  symbols: { value: 'IEC 60617', source: 'IEC 60617, designations after IEC 81346' },
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
