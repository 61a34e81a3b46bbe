import type { Site } from '../job/schema.ts'
import type { Ruled, RuleSet } from './rule-set.ts'

/** What both sets take alike, where neither standard gives a figure of its own. */

const AIR = 'assumption of Yard Lamp'
/** Air about a cable by its place, °C: on a roof or a wall in the sun far hotter than the shade. */
export const AMBIENT = {
  roof: { leastC: 60, overAirC: 25, source: `${AIR}: on a roof in the sun` },
  outside: { leastC: 50, overAirC: 15, source: `${AIR}: on a wall in the sun` },
  indoors: { leastC: 35, overAirC: 0, source: `${AIR}: indoors` },
  'battery room': { leastC: 35, overAirC: 0, source: `${AIR}: where batteries stand` },
  'engine space': { leastC: 60, overAirC: 0, source: `${AIR}: an engine space` },
  ground: { leastC: 25, overAirC: -10, source: `${AIR}: soil` },
} as const satisfies RuleSet['ambient']

/** Places where a boat's or a vehicle's own tables are read: extra-low voltage, 105 °C battery cable. */
export const isMobile = ({ kind }: Pick<Site, 'kind'>): boolean =>
  kind === 'boat' || kind === 'vehicle' || kind === 'trailer'

const LEG = 0.03
const PATH = 0.05
/** What a boat may lose on circuits that are not critical. Source: ABYC E-11, ISO 13297. */
const BOAT_OTHER = 0.1

/** Limits of voltage lost, by site: 3 % a leg and 5 % a path; on boats 3 % for what is critical and 10 % for the rest. */
export const dropLimits =
  (source: string): RuleSet['drop'] =>
  ({ kind }, critical) =>
    kind === 'boat'
      ? boatDrop(critical ? LEG : BOAT_OTHER)
      : { leg: { value: LEG, source }, path: { value: PATH, source } }

const boatDrop = (value: number): Readonly<Record<'leg' | 'path', Ruled>> => {
  const ruled = { value, source: 'ABYC E-11, ISO 13297' }
  return { leg: ruled, path: ruled }
}

/** First device from a battery post, m: 18 cm in boats and vehicles, as near as can be, at most a metre, in buildings. */
export const batteryPost =
  (source: string) =>
  ({ kind }: Pick<Site, 'kind'>): Ruled =>
    isMobile({ kind }) ? { value: 0.18, source } : { value: 1, source: 'assumption of Yard Lamp: as near as can be' }

/** Volts of an insulation test by the highest voltage that can stand there. Source: IEC 62446-1, Table 1. */
export const insulationTest =
  (source: string): RuleSet['insulationTest'] =>
  (highestV) => ({ value: { testV: highestV < 120 ? 250 : highestV <= 500 ? 500 : 1000, leastMegohm: 1 }, source })
