import { z } from 'zod'
import { choice, count, quantity } from '../method/quantity.ts'
import { amps, common, outside, pieces, share, systemVoltage, unsaid, volts, watts } from './sheet-parts.ts'

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
})
