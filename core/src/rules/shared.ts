import type { Site } from '../job/schema.ts'
import type { Ruled, RuleSet } from './rule-set.ts'

/** What both sets take alike, where neither standard gives a figure of its own. */

/** Air about a cable: indoors, and on a roof or wall in the sun, °C. */
export const OUTDOOR_AND_INDOOR_AIR_C: RuleSet['ambientC'] = {
  indoors: { value: 35, source: 'assumption of Yard Lamp: indoors' },
  outside: { value: 60, source: 'assumption of Yard Lamp: outside in the sun' },
}

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
    kind === 'boat' || kind === 'vehicle' || kind === 'trailer'
      ? { value: 0.18, source }
      : { value: 1, source: 'assumption of Yard Lamp: as near as can be' }
