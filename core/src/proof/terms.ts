/** The words of the hourly balance: what it reads, what it carries from step to step, and what it adds up. */

/** One array on controllers, or on an inverter of its own. */
export interface ArrayTerms {
  /** Output at 25 °C of the cells for each W/m² in the plane, losses before the controller taken off, W. */
  readonly wPerWm2: number
  /** Power by the heat of the cells, 1/K; below 0. */
  readonly perK: number
  /** Cells above the air for each W/m², K. */
  readonly riseK: number
  /** Most its controllers, or its inverter, give out, W. */
  readonly mostOutW: number
  readonly efficiency: number
}

/** What the balance reads of a plant. Flat and all numbers: it goes to a worker as it is. */
export interface Terms {
  /** Length of a step, h. */
  readonly stepH: number
  readonly arrayA: ArrayTerms
  readonly arrayB: ArrayTerms
  /** On the AC side. */
  readonly arrayC: ArrayTerms

  /** The battery room follows the air between these, °C. */
  readonly roomLowC: number
  readonly roomHighC: number
  /** Share of the battery's warmth above its surroundings that is left after a step. */
  readonly warmthKept: number
  /** Heat a heated box loses, W/K; a large figure where there is none. */
  readonly boxWPerK: number
  readonly setPointC: number
  readonly heaterMostW: number
  /** 1 where the heater hangs on the AC board. */
  readonly heaterOnAc: number

  /** What the bank holds, full, Wh inside. */
  readonly fullWh: number
  /** Share that is at hand at once: 1 for one well. */
  readonly wellShare: number
  /** What is at hand after a step: so much of what was, of what was bound, less so much for each W. */
  readonly wellOwn: number
  readonly wellBound: number
  readonly wellPerW: number
  /** Lost by itself in a step at 20 °C, share, and more with warmth, 1/K. */
  readonly leakPerStep: number
  readonly leakPerK: number
  /** Of what is charged, kept at the smallest current; and lost in the resistance both ways, 1/W. */
  readonly chargeEfficiency: number
  readonly resistancePerW: number
  readonly mostChargeW: number
  readonly mostDischargeW: number
  /** Charging is locked out below, and let again above, °C. */
  readonly chargeLockC: number
  readonly chargeReleaseC: number
  /** Share of the charge limit at the lock, and more for each degree above. */
  readonly coldChargeShare: number
  readonly coldChargePerK: number
  /** No charge at, and less for each degree toward it. */
  readonly chargeHotC: number
  readonly hotChargePerK: number
  /** The share taken falls toward full, from a state of charge, to a least one. */
  readonly taperFullAt: number
  readonly taperPerSoc: number
  readonly taperLeast: number
  /** Share of the discharge limit given at the coldest use, and more for each degree above. */
  readonly coldUseC: number
  readonly coldUsePerK: number
  /** Share of the discharge limit near the floor, for each share of charge above it. */
  readonly lowUsePerSoc: number
  readonly lowUseLeast: number
  /** Capacity left in the cold: the least of three lines and 1. */
  readonly capacityAt0: readonly [number, number, number]
  readonly capacityPerK: readonly [number, number, number]
  /** Depth it may be used to, of what it holds warm. */
  readonly depth: number

  /** States of charge below which a rank is shed, and above which it is let again; −1 for never. */
  readonly ordinaryShedAt: number
  readonly ordinaryBackAt: number
  readonly waitShedAt: number
  readonly waitBackAt: number

  /** Rating of the inverter where it is cool, and less for each degree over, W. */
  readonly inverterMostW: number
  readonly inverterDeratePerK: number
  readonly inverterDerateFromC: number
  /** Draw while something runs, and while nothing does, W. */
  readonly idleW: number
  readonly sleepW: number
  /** Further loss: of its power, and of its square, 1/W. */
  readonly inverterLoss: number
  readonly inverterLossPerW: number

  /** Into the battery, W. */
  readonly chargerMostW: number
  readonly chargerEfficiency: number
  /** 1 where generator or mains also carries the house. */
  readonly sourceCarriesHouse: number
  readonly mainsMostW: number
  readonly generatorMostW: number
  readonly generatorStartAt: number
  readonly generatorStopAt: number
  /** Runs at least so many steps. */
  readonly generatorLeastSteps: number
  /** 1 where it starts by itself at the floor, whatever the hour. */
  readonly generatorForced: number
  /** Fuel: the greater of two lines over its power, L/h. */
  readonly fuelAt0: readonly [number, number]
  readonly fuelPerW: readonly [number, number]

  readonly alternatorMostW: number
  readonly alternatorEfficiency: number
  readonly standbyW: number
  /** Surplus of AC-coupled sun that the inverter takes back into the battery, W, and its efficiency. */
  readonly acChargeMostW: number
  readonly acChargeEfficiency: number
  /** What takes surplus, the first first. */
  readonly dumps: readonly { readonly powerW: number; readonly mostWhPerDay: number }[]
}

/** Columns of an hour of the schedule, for one kind of day of one month. */
export const SCHEDULE = [
  'acCriticalW',
  'acOrdinaryW',
  'acWaitW',
  'dcCriticalW',
  'dcOrdinaryW',
  'dcWaitW',
  'converterCriticalW',
  'converterOrdinaryW',
  'converterWaitW',
  'mains',
  'alternator',
  'mayStart',
  'inUse',
] as const
export const SCHEDULE_WIDTH = SCHEDULE.length
/** Columns of something that takes surplus: its power, most in a day, what is left of that, and what it took. */
export const DUMP_WIDTH = 4
/** Columns of a day: where its hours begin in the schedule, and what its loads are multiplied by. */
export const DAY_WIDTH = 2
/** Columns of an hour of weather: sun on the three arrays, W/m², and air, °C. */
export const WEATHER_WIDTH = 4

/** What is carried from step to step. */
export const STATE = [
  /** At hand and bound, Wh. */
  'ownWh',
  'boundWh',
  'batteryC',
  /** 1 while the cold keeps charging locked. */
  'locked',
  'generatorOn',
  'generatorSteps',
  'ordinaryShed',
  'waitShed',
  'gapH',
  'criticalGapH',
  'fullToday',
  /** 1 where something went without since noon, in the dark hours. */
  'shortTonight',
] as const
export type StateName = (typeof STATE)[number]

/** What a run adds up, Wh unless its name says otherwise. */
export const TOTALS = [
  'pvWh',
  'controllerLossWh',
  'clippedWh',
  'cutWh',
  'acCoupledWh',
  'acCutWh',
  'generatorWh',
  'mainsWh',
  'alternatorWh',
  'chargerLossWh',
  'inverterLossWh',
  'converterLossWh',
  'heaterWh',
  'standbyWh',
  'acServedWh',
  'dcServedWh',
  'dumpWh',
  'batteryLossWh',
  'chargeWh',
  'dischargeWh',
  'throughputWh',
  'wantedWh',
  'criticalWantedWh',
  'unmetWh',
  'criticalUnmetWh',
  'ordinaryUnmetWh',
  'waitUnmetWh',
  'hours',
  'criticalHours',
  'unmetHours',
  'criticalUnmetHours',
  'generatorHours',
  'generatorStarts',
  'fuelL',
  'fullDays',
  'shortNights',
  'lockedHours',
] as const
export type Total = (typeof TOTALS)[number]
export type Totals = Record<Total, number>

/** The extremes of a run. */
export const EXTREMES = [
  'longestGapHours',
  /** Step, counted from the beginning of the year, in which it ended. */
  'longestGapEnd',
  'criticalLongestGapHours',
  'lowestSoc',
  'lowestSocAt',
  'coldestBatteryC',
] as const
export type Extremes = Record<(typeof EXTREMES)[number], number>

export const noTotals = (): Float64Array => new Float64Array(TOTALS.length)
export const noExtremes = (): Float64Array => Float64Array.of(0, -1, 0, 1, -1, Number.POSITIVE_INFINITY)

/** A row of figures by their names. */
export const named = <N extends string>(names: readonly N[], row: Float64Array): Record<N, number> =>
  Object.fromEntries(names.map((name, at) => [name, row[at] ?? 0])) as Record<N, number>

/** Flows of a step, as the file of hours has them, and what a page draws beside. */
export const FLOWS = [
  'pvW',
  'controllerLossW',
  'clippedW',
  'cutW',
  'acCoupledW',
  'generatorW',
  'mainsW',
  'alternatorW',
  'chargerLossW',
  'inverterLossW',
  'converterLossW',
  'heaterW',
  'standbyW',
  'acServedW',
  'dcServedW',
  'dumpW',
  'unmetW',
  'chargeW',
  'dischargeW',
  'batteryLossW',
  'soc',
  'storedWh',
  'criticalUnmetW',
  'acCutW',
  'batteryC',
] as const
export type Flow = (typeof FLOWS)[number]
export const FLOW_WIDTH = FLOWS.length

/** Figures in a row of each kind, by their names in the loop: for what reads the loop's own source. */
export const WIDTHS = { SCHEDULE_WIDTH, DUMP_WIDTH, DAY_WIDTH, WEATHER_WIDTH, FLOW_WIDTH }
