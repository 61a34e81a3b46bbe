import { z } from 'zod'
import { InputError, outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, count, monthly, quantity, share } from '../method/quantity.ts'
import { nextRatingA } from '../tables/standard-ratings.ts'
import { VOC_COLD_FACTOR } from '../tables/voc-cold-factor.ts'

const busDaily = quantity('E', 'energy a day at the battery bus', 'Wh', { min: 0 })
const sunHours = quantity('PSH', 'peak sun hours', 'h a day', { above: 0 })
const efficiency = share('η', 'share of the panels’ rating that reaches the loads')
const arrayPower = quantity('P', 'array power', 'W')
/** Rounding guard for whole panels in a string. */
const WHOLE_PANEL_TOLERANCE = 1e-9

export const systemEfficiency = defineMethod({
  id: 'array.system-efficiency',
  title: 'What is left after all losses',
  inputs: {
    losses: z
      .record(z.string(), quantity('l', 'loss', '', { min: 0, below: 1 }), {
        error: () => 'named losses, each a number from 0 to below 1',
      })
      .meta({ label: 'losses by name' }),
  },
  outputs: { systemEfficiency: quantity('η', 'system efficiency', '') },
  formula: ['{systemEfficiency} = product of (1 − loss) over {losses}'],
  source: 'Independent losses multiply; IEC 61724-1 for their names',
  notes: 'Losses are multiplied, not added.',
  compute: ({ losses }) => ({ systemEfficiency: Object.values(losses).reduce((left, loss) => left * (1 - loss), 1) }),
})

export const requiredPower = defineMethod({
  id: 'array.required-power',
  title: 'Array that balances the day',
  inputs: { busDailyEnergyWh: busDaily, peakSunHours: sunHours, systemEfficiency: efficiency },
  outputs: { arrayPowerW: arrayPower },
  formula: ['{arrayPowerW} = {busDailyEnergyWh} ÷ ({peakSunHours} × {systemEfficiency})'],
  source: 'Daily energy balance',
  notes: 'The array follows the energy of the day, not the watts of the inverter.',
  compute: (input) => ({ arrayPowerW: input.busDailyEnergyWh / (input.peakSunHours * input.systemEfficiency) }),
})

export const recoveryPower = defineMethod({
  id: 'array.recovery-power',
  title: 'Array that refills the bank as well',
  inputs: {
    busDailyEnergyWh: busDaily,
    deficitWh: quantity('E_def', 'energy missing from the bank', 'Wh', { min: 0 }),
    recoveryDays: quantity('D', 'days to refill it', 'd', { above: 0 }),
    peakSunHours: sunHours,
    systemEfficiency: efficiency,
  },
  outputs: { arrayPowerW: arrayPower },
  formula: [
    '{arrayPowerW} = ({busDailyEnergyWh} + {deficitWh} ÷ {recoveryDays}) ÷ ({peakSunHours} × {systemEfficiency})',
  ],
  source: 'Daily energy balance with recovery, as IEEE 1562',
  notes: 'Runs the day and refills the bank within the days.',
  compute: (input) => ({
    arrayPowerW:
      (input.busDailyEnergyWh + input.deficitWh / input.recoveryDays) / (input.peakSunHours * input.systemEfficiency),
  }),
})

export const worstMonth = defineMethod({
  id: 'array.worst-month',
  title: 'The month that decides the array',
  inputs: {
    busDailyEnergyWh: monthly(busDaily),
    peakSunHours: monthly(quantity('PSH', 'peak sun hours', 'h a day', { min: 0 })),
    systemEfficiency: z.union([efficiency, monthly(efficiency)], {
      error: () => 'a number above 0 to 1, or 12 of them',
    }),
    backupMonths: z
      .array(quantity('', 'month', '', { min: 1, max: 12, integer: true }), {
        error: () => 'a list of months, 1 to 12',
      })
      .default([])
      .meta({ label: 'months left to the backup' }),
  },
  outputs: {
    designMonth: quantity('m', 'design month', ''),
    arrayPowerW: arrayPower,
    balanceWh: monthly(quantity('ΔE', 'surplus or shortfall a day', 'Wh')),
  },
  formula: [
    '{arrayPowerW} = the largest {busDailyEnergyWh} ÷ ({peakSunHours} × {systemEfficiency}) of the months not left to the backup; {designMonth} is that month',
    '{balanceWh} = {arrayPowerW} × {peakSunHours} × {systemEfficiency} − {busDailyEnergyWh}, month by month',
  ],
  source: 'Worst-month method, IEEE 1562-2021',
  notes: 'The earliest month where two are equal.',
  compute({ busDailyEnergyWh, peakSunHours, systemEfficiency: etas, backupMonths }) {
    const etaOf = (month: number) => (typeof etas === 'number' ? etas : (etas[month] ?? 1))
    let designMonth = 0
    let arrayPowerW = Number.NEGATIVE_INFINITY
    busDailyEnergyWh.forEach((energyWh, month) => {
      if (backupMonths.includes(month + 1)) return
      const sun = peakSunHours[month] ?? 0
      if (sun === 0 && energyWh > 0) {
        throw outOfDomain(`peakSunHours.${month}`, 0, 'a number above 0 in a month that is not left to the backup')
      }
      const powerW = energyWh === 0 ? 0 : energyWh / (sun * etaOf(month))
      if (powerW > arrayPowerW) {
        arrayPowerW = powerW
        designMonth = month + 1
      }
    })
    if (designMonth === 0) {
      throw new InputError(
        'OUT_OF_DOMAIN',
        'backupMonths',
        'backupMonths: every month is left to the backup; allowed: at least one month for the sun',
      )
    }
    const balanceWh = busDailyEnergyWh.map(
      (energyWh, month) => arrayPowerW * (peakSunHours[month] ?? 0) * etaOf(month) - energyWh,
    )
    return { designMonth, arrayPowerW, balanceWh }
  },
})

/** Irradiance at which half of a year's sun has come in, about: what a panel works at, W/m². Assumption of Yard Lamp. */
export const WORKING_IRRADIANCE_W_PER_M2 = 600

export const heatLoss = defineMethod({
  id: 'array.heat-loss',
  title: 'What the heat of the panels takes, by month',
  inputs: {
    dayAirC: monthly(quantity('T_a', 'air by day', '°C', AIR_RANGE_C)),
    irradianceWPerM2: quantity('G', 'irradiance it works at', 'W/m²', { min: 0, max: 1500 }).default(600),
    noctC: quantity('NOCT', 'nominal operating cell temperature', '°C', { min: 20, max: 90 }),
    pmpCoeffPerC: quantity('γ', 'temperature coefficient of power', '1/°C', { min: -0.02, max: 0 }),
  },
  outputs: { lossByMonth: monthly(quantity('l_T', 'loss to heat', '')) },
  formula: ['{lossByMonth} = max(0, −{pmpCoeffPerC} × ({dayAirC} + ({noctC} − 20) ÷ 800 × {irradianceWPerM2} − 25))'],
  source: 'IEC 61215 (NOCT); temperature coefficient of the sheet',
  notes: 'What panels gain in the cold is left out: the safer figure.',
  compute: ({ dayAirC, irradianceWPerM2, noctC, pmpCoeffPerC }) => ({
    lossByMonth: dayAirC.map((air) =>
      Math.min(0.9, Math.max(0, -pmpCoeffPerC * (air + ((noctC - 20) / 800) * irradianceWPerM2 - 25))),
    ),
  }),
})

export const recoveryTime = defineMethod({
  id: 'array.recovery-time',
  title: 'Days until the empty bank is full again',
  inputs: {
    deficitWh: quantity('E_d', 'energy to put back', 'Wh', { min: 0 }),
    yieldWh: quantity('E_y', 'yield of an average day', 'Wh', { min: 0 }),
    busDailyEnergyWh: busDaily,
  },
  outputs: { recoveryDays: quantity('D_r', 'days to full', 'd').nullable() },
  formula: ['{recoveryDays} = {deficitWh} ÷ ({yieldWh} − {busDailyEnergyWh}); none where nothing is left over'],
  source: 'Energy balance',
  notes: 'Average days, with the loads running on.',
  compute({ deficitWh, yieldWh, busDailyEnergyWh }) {
    const spareWh = yieldWh - busDailyEnergyWh
    return { recoveryDays: spareWh > 1e-6 * Math.max(1, deficitWh) ? deficitWh / spareWh : null }
  },
})

export const monthlyEfficiency = defineMethod({
  id: 'array.monthly-efficiency',
  title: 'What is left after all losses, by month',
  inputs: {
    systemEfficiency: efficiency,
    lossByMonth: monthly(quantity('l_T', 'loss to heat', '', { min: 0, below: 1 })),
  },
  outputs: { efficiencyByMonth: monthly(quantity('η_m', 'system efficiency', '')) },
  formula: ['{efficiencyByMonth} = {systemEfficiency} × (1 − {lossByMonth})'],
  source: 'Independent losses multiply',
  notes: 'The other losses are taken alike all year.',
  compute: ({ systemEfficiency: eta, lossByMonth }) => ({
    efficiencyByMonth: lossByMonth.map((loss) => eta * (1 - loss)),
  }),
})

export const acCoupled = defineMethod({
  id: 'array.ac-coupled',
  title: 'What of an AC-coupled array reaches the loads',
  inputs: {
    arrayEfficiency: share('η_a', 'panels to their own inverter’s input'),
    ownInverterEfficiency: share('η_o', 'inverter of the array').default(0.96),
    dayFraction: quantity('d', 'share of the AC loads that runs by day', '', { min: 0, max: 1 }),
    inverterEfficiency: share('η_i', 'battery inverter, either way'),
    batteryEfficiency: share('η_b', 'through the battery'),
  },
  outputs: {
    byDay: quantity('η_day', 'used by day, as energy at the battery bus', ''),
    byNight: quantity('η_night', 'used by night, as energy at the battery bus', ''),
    efficiency: quantity('η', 'on the whole, as energy at the battery bus', ''),
  },
  formula: [
    '{byDay} = {arrayEfficiency} × {ownInverterEfficiency} ÷ {inverterEfficiency}: it spares the battery inverter',
    '{byNight} = {arrayEfficiency} × {ownInverterEfficiency} × {inverterEfficiency} × {batteryEfficiency}',
    '{efficiency} = {dayFraction} × {byDay} + (1 − {dayFraction}) × {byNight}',
  ],
  source: 'Power balance of the converters',
  notes:
    'Not above what the battery inverter can take back; it must be able to throttle the array when the bank is full.',
  compute({ arrayEfficiency, ownInverterEfficiency, dayFraction, inverterEfficiency, batteryEfficiency }) {
    const byDay = (arrayEfficiency * ownInverterEfficiency) / inverterEfficiency
    const byNight = arrayEfficiency * ownInverterEfficiency * inverterEfficiency * batteryEfficiency
    return { byDay, byNight, efficiency: dayFraction * byDay + (1 - dayFraction) * byNight }
  },
})

export const monthYield = defineMethod({
  id: 'array.month-yield',
  title: 'What the array brings, by month',
  inputs: {
    arrayPowerW: quantity('P', 'array power', 'W', { min: 0 }),
    peakSunHours: monthly(quantity('PSH', 'peak sun hours', 'h a day', { min: 0 })),
    systemEfficiency: z.union([efficiency, monthly(efficiency)], {
      error: () => 'a number above 0 to 1, or 12 of them',
    }),
    busDailyEnergyWh: monthly(busDaily),
  },
  outputs: {
    yieldWh: monthly(quantity('E_y', 'yield a day', 'Wh')),
    balanceWh: monthly(quantity('ΔE', 'surplus or shortfall a day', 'Wh')),
  },
  formula: [
    '{yieldWh} = {arrayPowerW} × {peakSunHours} × {systemEfficiency}, month by month',
    '{balanceWh} = {yieldWh} − {busDailyEnergyWh}',
  ],
  source: 'Daily energy balance',
  notes: 'Averages of the month: the bank carries the days that are worse.',
  compute({ arrayPowerW, peakSunHours, systemEfficiency: eta, busDailyEnergyWh }) {
    const yieldWh = peakSunHours.map(
      (sun, month) => arrayPowerW * sun * (typeof eta === 'number' ? eta : (eta[month] ?? 0)),
    )
    return { yieldWh, balanceWh: yieldWh.map((wh, month) => wh - (busDailyEnergyWh[month] ?? 0)) }
  },
})

/** Table factor for a lowest temperature. Rows are whole degrees: a figure between them is rounded down. */
function vocTableFactor(coldestC: number): number {
  const wholeC = Math.floor(coldestC)
  if (wholeC >= 25) return 1
  const row = VOC_COLD_FACTOR.find(({ fromC, toC }) => wholeC >= fromC && wholeC <= toC)
  if (!row)
    throw outOfDomain('coldestC', coldestC, 'a number from −40 °C where the panel’s own coefficient is not known')
  return row.factor
}

/** Where neither coefficient is known: Vmp falls a little faster than Voc. Assumption of the handbook. */
const VMP_COEFF_FALLBACK_PER_C = -0.004
const coefficient = (symbol: string, label: string) => quantity(symbol, label, '1/°C', { min: -0.02, max: 0 })

export const stringLimits = defineMethod({
  id: 'string.limits',
  title: 'Fewest and most panels in series',
  inputs: {
    vocV: quantity('V_oc', 'open-circuit voltage of a panel', 'V', { above: 0 }),
    vmpV: quantity('V_mp', 'working voltage of a panel', 'V', { above: 0 }),
    coldestC: quantity('T_min', 'record low', '°C', AIR_RANGE_C),
    hottestCellC: quantity('T_hot', 'hottest cell', '°C', { min: -50, max: 150 }),
    controllerMaxV: quantity('V_max', 'controller’s input limit', 'V', { above: 0 }),
    batteryMaxV: quantity('V_b', 'highest charging voltage of the bank', 'V', { above: 0 }),
    vocCoeffPerC: coefficient('β', 'temperature coefficient of V_oc').optional(),
    vmpCoeffPerC: coefficient('γ', 'temperature coefficient of V_mp').optional(),
    startHeadroomV: quantity('V_h', 'start headroom above the bank', 'V', { min: 0 }).default(5),
    mpptMinV: quantity('V_mppt', 'lower end of the tracking window', 'V', { min: 0 }).default(0),
  },
  outputs: {
    vocColdV: quantity('V_oc,cold', 'open-circuit voltage of a panel at the record low', 'V'),
    vmpHotV: quantity('V_mp,hot', 'working voltage of a panel when hot', 'V'),
    maxSeries: count('n_max', 'most in series'),
    minSeries: count('n_min', 'fewest in series'),
  },
  formula: [
    '{vocColdV} = {vocV} × (1 + {vocCoeffPerC} × ({coldestC} − 25)), or × the table factor where no coefficient is known',
    '{vmpHotV} = {vmpV} × (1 + {vmpCoeffPerC} × ({hottestCellC} − 25))',
    '{maxSeries} = {controllerMaxV} ÷ {vocColdV}, rounded down',
    '{minSeries} = max({batteryMaxV} + {startHeadroomV}, {mpptMinV}) ÷ {vmpHotV}, rounded up',
  ],
  source: 'NFPA 70 (NEC) 2023, 690.7(A); IEC 62548-1',
  notes: 'Never the 25 °C figures: the first cold bright morning gives the highest voltage.',
  compute(input) {
    const { vocCoeffPerC, coldestC, hottestCellC } = input
    const factor = vocCoeffPerC === undefined ? vocTableFactor(coldestC) : 1 + vocCoeffPerC * (coldestC - 25)
    const vmpCoeff = input.vmpCoeffPerC ?? vocCoeffPerC ?? VMP_COEFF_FALLBACK_PER_C
    const vocColdV = input.vocV * factor
    const vmpHotV = input.vmpV * (1 + vmpCoeff * (hottestCellC - 25))
    if (!(vocColdV > 0)) throw outOfDomain('coldestC', coldestC, 'a temperature at which the panel still has a voltage')
    if (!(vmpHotV > 0))
      throw outOfDomain('hottestCellC', hottestCellC, 'a temperature at which the panel still has a voltage')
    const neededV = Math.max(input.batteryMaxV + input.startHeadroomV, input.mpptMinV)
    return {
      vocColdV,
      vmpHotV,
      maxSeries: Math.floor(input.controllerMaxV / vocColdV + WHOLE_PANEL_TOLERANCE),
      minSeries: Math.max(1, Math.ceil(neededV / vmpHotV - WHOLE_PANEL_TOLERANCE)),
    }
  },
})

/** 1.25 for irradiance above test conditions. Source: NEC 2023 690.8(A)(1). */
const ISC_FACTOR = 1.25
/** 1.25 × 1.25: irradiance and continuous duty. Source: NEC 2023 690.8 and 690.9(B). */
const STRING_FUSE_FACTOR = 1.5625

export const stringFuse = defineMethod({
  id: 'string.fuse',
  title: 'Fuse of a string',
  inputs: {
    iscA: quantity('I_sc', 'short-circuit current of a panel', 'A', { above: 0 }),
    parallel: count('n', 'strings in parallel', 1),
    maxSeriesFuseA: quantity('I_f', 'largest series fuse the panel allows', 'A', { above: 0 }),
  },
  outputs: {
    reverseCurrentA: quantity('I_rev', 'current the other strings can push back', 'A'),
    required: z.boolean().meta({ label: 'fuse required' }),
    minimumA: quantity('I_min', 'smallest fuse', 'A'),
    ratingA: quantity('I_n', 'standard fuse', 'A').nullable(),
  },
  formula: [
    '{reverseCurrentA} = ({parallel} − 1) × 1.25 × {iscA}; required where above {maxSeriesFuseA}',
    '{minimumA} = 1.5625 × {iscA}',
    '{ratingA} = next standard fuse, not above {maxSeriesFuseA}',
  ],
  source: 'NFPA 70 (NEC) 2023, 690.8 and 690.9; IEC 62548-1, 6.5',
  notes: 'No rating means no standard fuse both carries the string and protects the panel.',
  compute({ iscA, parallel, maxSeriesFuseA }) {
    const reverseCurrentA = (parallel - 1) * ISC_FACTOR * iscA
    const minimumA = STRING_FUSE_FACTOR * iscA
    const nextA = nextRatingA('pv-string-fuse', minimumA)
    const ratingA = nextA !== null && nextA <= maxSeriesFuseA ? nextA : null
    return { reverseCurrentA, required: reverseCurrentA > maxSeriesFuseA, minimumA, ratingA }
  },
})

export const layout = defineMethod({
  id: 'array.layout',
  title: 'Whole strings of whole panels',
  inputs: {
    panelsPerString: count('n_s', 'panels in a string', 1),
    stringsPerController: count('n_p', 'strings on each controller', 1),
    controllers: count('n_c', 'controllers', 1),
    panelPowerW: quantity('P_p', 'power of a panel', 'W', { above: 0 }),
  },
  outputs: {
    panels: count('n', 'panels'),
    arrayPowerW: arrayPower,
    controllerArrayPowerW: quantity('P_1', 'array power on each controller', 'W'),
  },
  formula: [
    '{panels} = {panelsPerString} × {stringsPerController} × {controllers}',
    '{arrayPowerW} = {panels} × {panelPowerW}',
  ],
  source: 'Arithmetic',
  notes: 'Panels are rounded up to fill whole strings, never down.',
  compute({ panelsPerString, stringsPerController, controllers, panelPowerW }) {
    const controllerArrayPowerW = panelsPerString * stringsPerController * panelPowerW
    const panels = panelsPerString * stringsPerController * controllers
    return { panels, arrayPowerW: panels * panelPowerW, controllerArrayPowerW }
  },
})

export const stringVoltages = defineMethod({
  id: 'string.voltages',
  title: 'Voltage of a string, cold, at test conditions and hot',
  inputs: {
    panelsPerString: count('n_s', 'panels in a string', 1),
    vocColdV: quantity('V_oc,cold', 'open-circuit voltage of a panel at the record low', 'V', { above: 0 }),
    vocV: quantity('V_oc', 'open-circuit voltage of a panel', 'V', { above: 0 }),
    vmpV: quantity('V_mp', 'working voltage of a panel', 'V', { above: 0 }),
    vmpHotV: quantity('V_mp,hot', 'working voltage of a panel when hot', 'V', { above: 0 }),
  },
  outputs: {
    coldV: quantity('V_cold', 'open-circuit voltage of the string at the record low', 'V'),
    openV: quantity('V_25', 'open-circuit voltage of the string at test conditions', 'V'),
    workingV: quantity('V_work', 'working voltage of the string at test conditions', 'V'),
    hotV: quantity('V_hot', 'working voltage of the string when hot', 'V'),
  },
  formula: [
    '{coldV} = {panelsPerString} × {vocColdV}',
    '{workingV} = {panelsPerString} × {vmpV}',
    '{hotV} = {panelsPerString} × {vmpHotV}',
  ],
  source: 'Series adds voltage',
  notes: 'The cold figure must stay below the controller’s limit; equal counts as above.',
  compute: ({ panelsPerString: n, vocColdV, vocV, vmpV, vmpHotV }) => ({
    coldV: n * vocColdV,
    openV: n * vocV,
    workingV: n * vmpV,
    hotV: n * vmpHotV,
  }),
})

export const arrayMethods = [
  layout,
  stringVoltages,
  systemEfficiency,
  requiredPower,
  recoveryPower,
  worstMonth,
  recoveryTime,
  heatLoss,
  monthlyEfficiency,
  monthYield,
  acCoupled,
  stringLimits,
  stringFuse,
]
