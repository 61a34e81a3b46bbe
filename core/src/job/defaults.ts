/**
 * What stands in for a figure a job leaves open. Said once: the chain takes it from here as an assumption with this reason,
 * placeholders and quick answers show it. Where no source is named it is an assumption of Yard Lamp, on the safer side.
 */
export interface Default {
  readonly value: number
  /** Unit as in the schemas; empty for shares and counts. */
  readonly unit: string
  /** Shown with the figure wherever it stands. */
  readonly why: string
  readonly source: string
  /** The field a person would enter it in, where it has one. */
  readonly place?: string
}

const OURS = 'assumption of Yard Lamp'
const given = (value: number, unit: string, why: string, source = OURS): Default => ({ value, unit, why, source })

/** A default that stands in for a field. */
const inField = (place: string, ...figure: Parameters<typeof given>): Default => ({ ...given(...figure), place })

export const DEFAULTS = {
  // Site. Temperatures are on the safer side for most inhabited places.
  albedoFraction: inField(
    'site.albedoFraction',
    0.2,
    '',
    'grass and soil',
    'Liu & Jordan 1963, as used by Duffie & Beckman',
  ),
  recordHighC: inField('site.recordHighC', 40, '°C', 'hot summer day'),
  batteryRoomLowC: inField('site.batteryRoomLowC', 5, '°C', 'sheltered, not heated'),
  batteryRoomHighC: inField('site.batteryRoomHighC', 35, '°C', 'sheltered, not cooled'),
  daySwingK: inField('site.daySwingK', 8, 'K', 'a common swing of day and night'),
  /** Record low a string is laid out for: no cold morning can then pass a controller's limit. */
  stringColdestC: inField('site.recordLowC', -40, '°C', 'no record low entered: the safer figure'),
  /** Outside a heated box, while neither a monthly mean nor a record low is entered. */
  outsideBoxC: inField('site.recordLowC', -20, '°C', 'no record low entered: the safer figure'),
  /** Air of a synthetic year where the site gives none by month. */
  yearAirC: given(15, '°C', 'no air by month entered'),
  // Loads.
  loadMarginFraction: inField('loads.loadMarginFraction', 0.1, '', 'for what was forgotten'),
  controllerStandbyW: inField('loads.controllerStandbyW', 2, 'W', 'common sheets'),
  monitorStandbyW: inField('loads.monitorStandbyW', 1, 'W', 'common sheets'),
  powerFactor: given(1, '', 'power factor not given'),
  converterEfficiency: given(0.85, '', 'converter whose sheet is not at hand'),
  // Inverter.
  inverterEfficiency: given(0.9, '', 'no inverter chosen yet'),
  inverterHeadroom: inField('inverter.headroom', 1.25, '×', 'a quarter over what runs together', 'common practice'),
  inverterHoursPerDay: inField('inverter.hoursPerDay', 24, 'h', 'on round the clock'),
  // Battery.
  autonomyCriticalDays: inField('battery.autonomyDays', 5, 'd', 'a critical site', 'common practice'),
  autonomyWithBackupDays: inField('battery.autonomyDays', 2, 'd', 'with a backup', 'common practice'),
  autonomyAloneDays: inField('battery.autonomyDays', 3, 'd', 'without a backup', 'common practice'),
  /** What is left when a bank is taken out: IEEE 485 and 1013 size for it. The safer figure. */
  endOfLifeFactor: inField(
    'battery.agingFactor',
    0.8,
    '',
    'the end of its life: the brief is then still carried',
    'IEEE 485, IEEE 1013',
  ),
  /** The middle of a life that ends at 80 %. */
  middleOfLifeFactor: inField('battery.agingFactor', 0.9, '', 'the middle of its life', 'common practice'),
  chargeEfficiency: given(0.85, '', 'no battery chosen'),
  // Array.
  recoveryDays: inField('array.recoveryDays', 7, 'd', 'at most a week', 'common practice'),
  mismatchLoss: inField('array.losses.mismatch', 0.02, '', 'common practice'),
  wiringLoss: inField('array.losses.wiring', 0.02, '', 'common practice'),
  heatLoss: inField('array.losses.temperature', 0.06, '', 'common practice; the site gives no air by month'),
  controllerLoss: inField('array.losses.controller', 0.03, '', 'common practice'),
  ageingLoss: inField('array.losses.ageing', 0.03, '', 'common practice'),
  pwmLoss: given(0.25, '', 'PWM holds the panel at battery voltage'),
  rainWashedSoiling: inField('array.losses.soiling', 0.03, '', 'panels rain-washed', 'common practice'),
  dustySoiling: inField('array.losses.soiling', 0.06, '', 'panels dusty', 'common practice'),
  desertSoiling: inField('array.losses.soiling', 0.12, '', 'panels desert', 'common practice'),
  panelGapMm: given(20, 'mm', 'clamps between panels'),
  roofEdgeMm: given(200, 'mm', 'wind at the edges of a roof'),
  vehicleEdgeMm: given(50, 'mm', 'a roof too short to leave so much at its edges'),
  clippingFraction: given(0, '', 'none accepted'),
  acCoupledEfficiency: given(0.96, '', 'common sheets'),
  // Backup.
  refillHours: inField('backup.refillHours', 3, 'h', 'a generator fills the bank in 2 to 3 h', 'common practice'),
  backupStopAt: inField('backup.stopAt', 0.9, '', 'the last tenth is left to the sun'),
  alternatorIdleFraction: given(0.5, '', 'half of its rating, hot and at idle'),
  alternatorOtherA: inField('backup.alternator.otherA', 0, 'A', 'not entered'),
  altitudeM: inField('site.altitudeM', 0, 'm', 'no height entered'),
  // Parts.
  markUpFraction: inField('parts.markUpFraction', 0, '', 'none entered'),
  taxFraction: inField('parts.taxFraction', 0, '', 'none entered'),
  hourPrice: inField('parts.hourPrice', 0, 'money', 'none entered: the work is not in the price'),
  wasteFraction: inField('parts.wasteFraction', 0.05, '', 'ends and what is cut wrong', 'common practice'),
  quoteValidDays: given(30, 'd', 'about as long as prices of parts hold'),
  /** Left at each end of a conductor to be dressed in, m. */
  cutEndM: given(0.15, 'm', 'to be dressed in at its terminal'),
  horizonYears: inField('battery.horizonYears', 15, 'y', 'about the life of a controller and an inverter'),
} as const satisfies Readonly<Record<string, Default>>

/** Sun lost to dirt, by how the panels stand to it. */
export const SOILING_DEFAULT = {
  'rain-washed': DEFAULTS.rainWashedSoiling,
  dusty: DEFAULTS.dustySoiling,
  desert: DEFAULTS.desertSoiling,
} as const

/** Circuits of a system by what they do, in the order the energy flows. Ids stand in job files: they never change. */
export const CIRCUIT_KINDS = [
  'string',
  'array',
  'controller',
  'battery-string',
  'battery-main',
  'inverter-dc',
  'dc-loads',
  'inverter-ac',
  'backup-ac',
  'charger',
  'starter',
  'alternator',
  'ac-coupled',
  'bus-link',
  'dc-branch',
  'ac-branch',
  'converted',
  'battery-series',
  'sense',
] as const
export type CircuitKind = (typeof CIRCUIT_KINDS)[number]

const NO_LENGTH = 'length not entered'
/** Lengths one way. */
export const CIRCUIT_LENGTH: Readonly<Record<CircuitKind, Default>> = {
  string: given(6, 'm', NO_LENGTH),
  array: given(15, 'm', NO_LENGTH),
  controller: given(1.5, 'm', NO_LENGTH),
  'battery-string': given(0.8, 'm', NO_LENGTH),
  'battery-main': given(1, 'm', NO_LENGTH),
  'inverter-dc': given(1.5, 'm', NO_LENGTH),
  'dc-loads': given(5, 'm', NO_LENGTH),
  'inverter-ac': given(3, 'm', NO_LENGTH),
  'backup-ac': given(8, 'm', NO_LENGTH),
  charger: given(1.5, 'm', NO_LENGTH),
  starter: given(4, 'm', NO_LENGTH),
  alternator: given(2, 'm', NO_LENGTH),
  'ac-coupled': given(6, 'm', NO_LENGTH),
  'bus-link': given(0.5, 'm', NO_LENGTH),
  'dc-branch': given(6, 'm', NO_LENGTH),
  'ac-branch': given(12, 'm', NO_LENGTH),
  converted: given(4, 'm', NO_LENGTH),
  'battery-series': given(0.3, 'm', NO_LENGTH),
  sense: given(3, 'm', NO_LENGTH),
}

/** Distance of the site that a circuit spans, by its field. */
export const SITE_DISTANCE = {
  array: 'arrayToBatteryM',
  'inverter-dc': 'batteryToInverterM',
  'dc-loads': 'batteryToBoardM',
  'inverter-ac': 'inverterToBoardM',
} as const satisfies Partial<Record<CircuitKind, string>>
