import { CONDUCTORS, conductorOf, isAwg } from '../tables/conductor.ts'
import { CONDUITS_TRADE } from '../tables/conductor-outside.ts'
import { EQUIPMENT_GROUNDING_NA } from '../tables/equipment-grounding-na.ts'
import type { RuleSet } from './rule-set.ts'
import { AMBIENT, batteryPost, dropLimits, insulationTest, isMobile } from './shared.ts'

const NEC = 'NFPA 70 (NEC) 2023'

const AWG = CONDUCTORS.filter(({ size }) => isAwg(size))
/** The next size that is not thinner. */
const nextAwg = (areaMm2: number): string =>
  AWG.find((conductor) => conductor.areaMm2 >= areaMm2 - 1e-9)?.size ?? AWG.at(-1)?.size ?? ''

/**
 * By the rating of the device; raised in proportion where the phase was laid thicker than it had to be, never thicker than
 * the phase. Source: NEC 250.122(A), (B).
 */
function groundingSize(deviceRatingA: number, phaseSize: string, requiredPhaseSize: string): string {
  const row = EQUIPMENT_GROUNDING_NA.find(({ deviceRatingMaxA }) => deviceRatingA <= deviceRatingMaxA)
  const leastMm2 = conductorOf(
    (row ?? EQUIPMENT_GROUNDING_NA[EQUIPMENT_GROUNDING_NA.length - 1] ?? row)?.size ?? '',
  ).areaMm2
  const phaseMm2 = conductorOf(phaseSize).areaMm2
  const grown = leastMm2 * Math.max(1, phaseMm2 / conductorOf(requiredPhaseSize).areaMm2)
  return nextAwg(Math.min(grown, phaseMm2))
}

const FIXED = ['na-raceway-75', 'na-raceway-90', 'na-free-air-75', 'na-free-air-90'] as const
const MOBILE = ['battery-105', 'battery-105-engine'] as const
const CONTINUOUS = { value: 1.25, source: `${NEC}, 210.19(A), 210.20(A), 215.2(A)` }

/** NFPA 70 and what goes with it. */
export const NORTH_AMERICAN: RuleSet = {
  id: 'north-american',
  name: 'North American',
  standards: `${NEC}, ABYC E-11 on boats`,
  laid: ({ kind, use, ac, place }) => {
    if (use === 'pv' && place !== 'ground') return { value: 'na-free-air-90', source: `${NEC}, 310.17, 690.31` }
    if (isMobile({ kind }) && !ac && use !== 'pv')
      return { value: place === 'engine space' ? 'battery-105-engine' : 'battery-105', source: 'ABYC E-11' }
    return { value: use === 'fixed' ? 'na-raceway-75' : 'na-raceway-90', source: `${NEC}, 310.16` }
  },
  installations: ({ kind, use, ac }) => (isMobile({ kind }) && !ac && use !== 'pv' ? [...MOBILE, ...FIXED] : FIXED),
  ambient: {
    ...AMBIENT,
    roof: { ...AMBIENT.roof, source: `${AMBIENT.roof.source}; 33 °C more in raceway on the roof itself, 310.15(B)(2)` },
  },
  terminalC: (currentA) => ({ value: currentA <= 100 ? 60 : 75, source: `${NEC}, 110.14(C)(1), unless marked` }),
  terminalsC: [60, 75, 90],
  groupedBy: { value: 'conductors', source: `${NEC}, 310.15(C)(1)` },
  smallConductors: {
    value: [
      { size: '14 AWG', mostA: 15 },
      { size: '12 AWG', mostA: 20 },
      { size: '10 AWG', mostA: 30 },
    ],
    source: `${NEC}, 240.4(D)`,
  },
  parallel: {
    smallestSize: { value: '1/0 AWG', source: `${NEC}, 310.10(G)` },
    said: 'not below 1/0 AWG each, of one length, size, material and lug',
    mostAutomatic: 4,
  },
  pvCurrentFactor: { value: 1.25, source: `${NEC}, 690.8(A)(1)` },
  factor: {
    sun: { value: 1.25, source: `${NEC}, 690.8(B), 690.9(B): once more` },
    controller: { value: 1.25, source: `${NEC}, 690.8(B)(1), of the output rating, 690.8(A)(1)` },
    battery: { value: 1.25, source: `${NEC}, 706.30(A), 215.2(A)` },
    inverter: { value: 1.25, source: `${NEC}, 690.8(B), of the continuous output rating` },
    supply: { value: 1.25, source: `${NEC}, 215.2(A), 445.13` },
    engine: CONTINUOUS,
    loads: CONTINUOUS,
  },
  continuousFactor: CONTINUOUS,
  nextDeviceUp: { value: 800, source: `${NEC}, 240.4(B); not for small conductors, 240.4(D)` },
  stringFuse: { value: { leastOfIsc: 1.5625, mostOfIsc: null }, source: `${NEC}, 690.9(B)` },
  drop: dropLimits(`${NEC}, 210.19(A), Informational Note 4`),
  series: {
    'battery-fuse': 'battery-fuse',
    'pv-fuse': 'pv-string-fuse',
    'dc-breaker': 'na-breaker',
    'ac-breaker': 'na-breaker',
  },
  branchA: {
    ac: { value: 20, source: `${NEC}, 210.3 and 240.4(D), on 12 AWG, the common branch of receptacles` },
    dc: { value: 20, source: 'assumption of Yard Lamp: a common way of a DC panel' },
  },
  conductorsOf: (carries) => (carries === 'ac' ? 3 : 2),
  protectiveConductor: (deviceRatingA, phaseSize, requiredPhaseSize) => ({
    value: groundingSize(deviceRatingA, phaseSize, requiredPhaseSize),
    source: `${NEC}, Table 250.122`,
  }),
  frameBonding: {
    protected: { value: '14 AWG', source: `${NEC}, 690.45` },
    exposed: { value: '6 AWG', source: `${NEC}, 690.45, 250.120(C)` },
  },
  electrodeConductor: { value: '6 AWG', source: `${NEC}, 250.66(A), a rod; DC not below 8 AWG, 250.166` },
  systemBond: {
    value: 'one, by the source in use; DC grounded at one place or ungrounded',
    source: `${NEC}, 250.30, 690.41`,
  },
  residualCurrent: { value: 'ground-fault protection of outlets as 210.8 asks', source: `${NEC}, 210.8` },
  disconnects: [
    { value: 'array, lockable, with rapid shutdown on a building', source: `${NEC}, 690.13, 690.12` },
    { value: 'battery, within sight of it', source: `${NEC}, 480.7, 706.15` },
    { value: 'output of the inverter', source: `${NEC}, 690.15` },
    { value: 'generator', source: `${NEC}, 445.18` },
  ],
  insulationTest: insulationTest('NETA ATS, Table 100.1; volts after IEC 62446-1; 1 MΩ throughout'),
  electrodeOhm: { value: 25, source: `${NEC}, 250.53(A)(2): a single rod, else a second one` },
  residualTripMs: { value: null, source: 'UL 943: its own test button, with the breaker on' },
  labels: [
    { value: 'PV system disconnect, with its highest voltage', source: `${NEC}, 690.13(B), 690.7(D)` },
    { value: 'energy storage disconnect', source: `${NEC}, 706.15(C)` },
  ],
  surgeFromM: () => ({
    value: 10,
    source: 'UL 1449 type 2 or 1 on long leads; NFPA 780 with a lightning system',
  }),
  deviceToBatteryM: batteryPost('ABYC E-11, 11.10.1'),
  conduits: {
    value: {
      sizes: CONDUITS_TRADE,
      fillFraction: (conductors) => (conductors === 1 ? 0.53 : conductors === 2 ? 0.31 : 0.4),
      said: 'filled to 53, 31 or 40 % by one, two or more conductors',
    },
    source: `${NEC}, Chapter 9, Tables 1 and 4`,
  },
  ferrules: { value: ['pv', 'battery'], source: `${NEC}, 110.14(A): finer strands than Class C` },
  symbols: { value: 'IEEE 315', source: 'IEEE 315, ANSI Y32.9' },
  colours: [
    { role: 'ac-line-1', name: 'black', pattern: 'plain' },
    { role: 'ac-line-2', name: 'red', pattern: 'plain' },
    { role: 'ac-line-3', name: 'blue', pattern: 'plain' },
    { role: 'ac-neutral', name: 'white', pattern: 'plain' },
    { role: 'dc-positive', name: 'red', pattern: 'plain' },
    { role: 'dc-negative', name: 'black', pattern: 'plain' },
    { role: 'protective', name: 'green, or bare', pattern: 'plain' },
  ],
}
