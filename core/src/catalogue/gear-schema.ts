import { z } from 'zod'
import { choice, count, quantity } from '../method/quantity.ts'
import { amps, bolted, common, outside, pieces, share, systemVoltage, unsaid, volts, watts } from './sheet-parts.ts'

/** An inverter of an array's own, on the AC side. */
export const arrayInverterSchema = z.strictObject({
  ...common,
  kind: z.literal('array-inverter'),
  maxInputV: volts('largest input voltage'),
  mpptMinV: volts('lower end of the tracking window'),
  startV: volts('open-circuit volts it starts at'),
  /** Of one input. */
  maxInputA: amps('largest array short-circuit current'),
  inputs: count('k', 'independent array inputs', 1, 12),
  maxPvPowerW: watts('largest array power'),
  continuousW: watts('continuous power'),
  mainsVoltageV: volts('output voltage'),
  mainsFrequencyHz: quantity('f', 'output frequency', 'Hz', { min: 1, max: 1000 }),
  efficiency: share('η', 'efficiency'),
  /** Gives less as the frequency of the mains rises: the battery inverter can hold it back. */
  heldBackByFrequency: z.boolean(),
  ...outside,
})

/** Makes one direct voltage of another. */
export const converterSchema = z.strictObject({
  ...common,
  kind: z.literal('converter'),
  inputV: systemVoltage,
  outputV: volts('output voltage'),
  outputA: amps('output current'),
  efficiency: share('η', 'efficiency'),
  idleW: quantity('P', 'idle draw', 'W', { min: 0, max: 1e5 }),
  ...outside,
})

/** What else hangs on the wall and carries the current: nothing in it is chosen but its rating. */
export const FITTING_ROLES = [
  'isolator',
  'load-disconnect',
  'battery-switch',
  'relay',
  'shunt',
  'bus-bar',
  'combiner',
  'dc-panel',
  'ac-board',
  'residual-current',
  'surge',
] as const
export type FittingRole = (typeof FITTING_ROLES)[number]
export const fittingSchema = z.strictObject({
  ...common,
  kind: z.literal('fitting'),
  role: choice(FITTING_ROLES),
  currentA: amps('rated current'),
  /** Highest direct voltage; 0 where it is not rated for direct current. */
  maxDcV: quantity('V', 'highest direct voltage', 'V', { min: 0, max: 1e5 }),
  maxAcV: quantity('V', 'highest alternating voltage', 'V', { min: 0, max: 1e5 }),
  /** Ways, strings or poles it has. */
  ways: pieces('ways'),
  terminalMaxMm2: unsaid(quantity('A', 'largest wire its terminals take', 'mm²', { min: 0.1, max: 1e4 })),
  ...outside,
  ...bolted,
})

/** Small parts: how many follows from what stands there, and nothing of the design hangs on them. */
export const MATERIAL_ROLES = [
  'lug',
  'ferrule',
  'sleeve',
  'connector',
  'gland',
  'conduit',
  'clip',
  'rail',
  'rail-joint',
  'mid-clamp',
  'end-clamp',
  'foot',
  'seal',
  'frame',
  'glue',
  'roof-entry',
  'bonding-clip',
  'earth-rod',
  'rod-clamp',
  'earth-bar',
  'enclosure',
  'backing',
  'label-sheet',
] as const
export type MaterialRole = (typeof MATERIAL_ROLES)[number]
export const materialSchema = z.strictObject({
  ...common,
  kind: z.literal('material'),
  role: choice(MATERIAL_ROLES),
  /** What it fits: a conductor (35 mm2), a conduit (25 mm), a gland (M16), a surface (tile); empty where it fits all. */
  size: z.string().max(40, { error: () => 'at most 40 letters' }),
  /** Of the stud a lug fits; null for what has none. */
  studMm: unsaid(quantity('M', 'stud it fits', 'mm', { min: 2, max: 30 })),
  /** Of one piece of rail, conduit or rod; null for what is counted. */
  lengthM: unsaid(quantity('l', 'length of one piece', 'm', { min: 0.01, max: 1000 })),
  /** Of a board; null for what is none. */
  areaM2: unsaid(quantity('A', 'area of one piece', 'm²', { min: 0.01, max: 1000 })),
  /** Modules of an enclosure, ways of an earth bar, labels of a sheet. */
  ways: unsaid(pieces('ways')),
  /** Pieces sold together; the price is of one. */
  packOf: pieces('pieces in a pack'),
})
