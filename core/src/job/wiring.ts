import { z } from 'zod'
import { choice, count, quantity } from '../method/quantity.ts'
import { CONDUCTOR_SIZES } from '../tables/conductor.ts'
import { INSTALLATIONS } from '../tables/installations.ts'
import { id, line } from './fields.ts'

/** What a person says of circuits, of what switches and joins them, and of protective conductors. */

const conductorSize = z
  .string()
  .refine((size) => CONDUCTOR_SIZES.includes(size), { error: () => 'a size such as 6 mm2 or 10 AWG' })

/** Where a run lies: the air about it and the table it is read from follow. */
export const RUN_PLACES = ['roof', 'outside', 'indoors', 'battery room', 'engine space', 'ground'] as const
export type RunPlace = (typeof RUN_PLACES)[number]

export const circuitChoiceSchema = z.strictObject({
  lengthM: quantity('L', 'length one way', 'm', { min: 0, max: 5000 }).nullable(),
  installation: choice(INSTALLATIONS).nullable(),
  size: conductorSize.nullable(),
  parallel: count('n', 'conductors in parallel', 1, 8).nullable(),
  ambientC: quantity('T', 'air around the cable', '°C', { min: -60, max: 105 }).nullable(),
  maxDropFraction: quantity('ΔU', 'largest share of voltage to lose', '', { above: 0, max: 0.5 }).nullable(),
  /** Catalogue id of the device, "none" for no device, "built-in" for a unit's own breaker, null for the design's choice. */
  deviceId: id.nullable(),
  deviceRatingA: quantity('I_n', 'device rating', 'A', { above: 0, max: 10_000 }).nullable(),
  /** Length of each lead of batteries in parallel, in the order they hang; null for the length of the circuit. */
  leadsM: z
    .array(quantity('L', 'length of the lead', 'm', { min: 0, max: 5000 }).nullable())
    .max(64, { error: () => 'at most 64 leads' })
    .nullable(),
  runPlace: choice(RUN_PLACES).nullable(),
  /** Circuits that lie side by side with it, itself counted. */
  sideBySide: count('n_c', 'circuits side by side', 1, 20).nullable(),
  /** What its terminals are marked with. */
  terminalC: z.union([z.literal(60), z.literal(70), z.literal(75), z.literal(90)]).nullable(),
  /** From the post of the battery to its first device. */
  deviceAtM: quantity('L', 'battery post to the device', 'm', { min: 0, max: 100 }).nullable(),
  /** Why it is laid otherwise than the rules would. */
  reason: line(200),
})

/** What a person says of a conductor that carries no current in service. Null is left to the design. */
export const bondChoiceSchema = z.strictObject({
  size: conductorSize.nullable(),
  lengthM: quantity('L', 'length one way', 'm', { min: 0, max: 5000 }).nullable(),
  /** It is not there. */
  leftOut: z.boolean(),
})

/** What switches or watches a circuit and does not trip by itself at a current. */
export const IN_LINE_ROLES = ['isolator', 'load-disconnect', 'battery-switch', 'residual-current', 'surge'] as const

/** Something a person put in line with a circuit. */
export const inLineSchema = z.strictObject({ id, circuitId: line(80), role: choice(IN_LINE_ROLES) })
export const MOST_IN_LINE = 40

/** Where a person hung or stood a piece: its left edge from the wall’s left, its lower edge above the floor. */
export const hungAtSchema = z.strictObject({
  xMm: quantity('x', 'from the left edge of the wall', 'mm', { min: 0, max: 50_000 }),
  yMm: quantity('y', 'above the floor', 'mm', { min: 0, max: 10_000 }),
})
export const MOST_HUNG = 1000

export const wiringSchema = z.strictObject({
  circuits: z.record(z.string(), circuitChoiceSchema),
  /** Fitting chosen for a unit of the plant, by the unit's id: a catalogue id, or "none"; left out for the design's choice. */
  fittings: z.record(line(120), id),
  /** Protective and bonding conductors, by the joint of the plant. */
  bonds: z.record(line(120), bondChoiceSchema),
  /** Joints between neutral and earth that are counted on site; null while nobody counted: one, as it is drawn. */
  neutralBonds: quantity('n', 'joints of neutral and earth', '', { min: 0, max: 9, integer: true }).nullable(),
  /** In line with circuits, beside what the design puts there. */
  inLine: z.array(inLineSchema).max(MOST_IN_LINE, { error: () => `at most ${MOST_IN_LINE} switches in line` }),
  /** Pieces hung by hand, by their id in the drawing of the wall; the others hang where the design hangs them. */
  wall: z
    .record(line(160), hungAtSchema)
    .refine((wall) => Object.keys(wall).length <= MOST_HUNG, { error: () => `at most ${MOST_HUNG} pieces` }),
  /** Everything meets at one pair of bus bars, or inverters at a second pair behind a link. */
  busStages: count('n', 'stages of the bus bars', 1, 2),
})
