import { itemName } from '../catalogue/schema.ts'
import { assumed, entered, enteredOr, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import { ASSUMED_DAY_SWING_K, SOILING_FRACTION } from '../site/link.ts'
import { chemistryRow } from '../tables/chemistries.ts'
import type { ArrayBrief } from './link.ts'
import { heatLoss, monthlyEfficiency, systemEfficiency, WORKING_IRRADIANCE_W_PER_M2 } from './methods.ts'

/** Losses where nothing is entered. Assumptions of Yard Lamp after common practice; heat and battery are set by the job. */
const LOSSES = { mismatch: 0.02, wiring: 0.02, temperature: 0.06, controller: 0.03, ageing: 0.03 }
/** What a PWM controller gives away by holding the panel at battery voltage. Assumption of Yard Lamp. */
const PWM_LOSS = 0.25
/** A panel while none is chosen: crystalline silicon. Assumption of Yard Lamp. */
const PANEL = { noctC: 45, pmpCoeffPerC: -0.0036 }

export interface Losses {
  /** By name; the heat of the panels is that of the design's darkest month, where the site gives its air. */
  readonly losses: Readonly<Record<string, Known>>
  /** In the month with the least sun. */
  readonly systemEfficiency: Known
  readonly efficiencyByMonth: Known<number[]>
  /** Heat of the panels by month; null where one figure stands for all. */
  readonly heatLossByMonth: Known<number[]> | null
  /** One factor stands in place of the list. */
  readonly single: boolean
}

export function lossesOf(brief: ArrayBrief, working: Working): Losses {
  const { option, siteResult } = brief
  if (option.array.singleFactor !== null) {
    const eta = entered(option.array.singleFactor, 'array')
    return {
      losses: { 'all together': entered(1 - option.array.singleFactor, 'array') },
      systemEfficiency: eta,
      efficiencyByMonth: known(Array<number>(12).fill(eta.value), 'entered', 'one factor for all losses'),
      heatLossByMonth: null,
      single: true,
    }
  }
  const listed = listedLosses(brief)
  const heatLossByMonth = option.array.losses.temperature === null ? heatByMonth(brief, working) : null
  if (!heatLossByMonth) {
    const temperature = enteredOr(
      option.array.losses.temperature,
      'array',
      assumed(LOSSES.temperature, 'common practice; the site gives no air by month'),
    )
    const losses = { ...listed, temperature }
    const { systemEfficiency: eta } = working.apply('array', systemEfficiency, { losses })
    return {
      losses,
      systemEfficiency: eta,
      efficiencyByMonth: { ...eta, value: Array<number>(12).fill(eta.value) },
      heatLossByMonth: null,
      single: false,
    }
  }
  const { systemEfficiency: others } = working.apply('array', systemEfficiency, { losses: listed })
  const { efficiencyByMonth } = working.apply('array', monthlyEfficiency, {
    systemEfficiency: others,
    lossByMonth: heatLossByMonth,
  })
  const at = (siteResult.leastSunMonth ?? 1) - 1
  return {
    losses: { ...listed, temperature: { ...heatLossByMonth, value: heatLossByMonth.value[at] ?? 0 } },
    systemEfficiency: known(efficiencyByMonth.value[at] ?? others.value, 'computed', 'month with the least sun'),
    efficiencyByMonth,
    heatLossByMonth,
    single: false,
  }
}

function listedLosses({ site, option, controllers, battery }: ArrayBrief): Record<string, Known> {
  const typed = option.array.losses
  const of = (name: keyof typeof LOSSES) => enteredOr(typed[name], 'array', assumed(LOSSES[name], 'common practice'))
  const throughBattery = battery.item
    ? fromSheet(1 - battery.item.roundTripEfficiency, `${itemName(battery.item)}, the whole day through the battery`)
    : known(
        1 - chemistryRow(battery.chemistry).roundTripEfficiency,
        'table',
        `typical of ${battery.chemistry}, the whole day through the battery`,
      )
  const losses: Record<string, Known> = {
    soiling: enteredOr(typed.soiling, 'array', assumed(SOILING_FRACTION[site.soiling], `panels ${site.soiling}`)),
    mismatch: of('mismatch'),
    wiring: of('wiring'),
    controller: of('controller'),
    battery: enteredOr(typed.battery, 'array', throughBattery),
    ageing: of('ageing'),
  }
  const isPwm = controllers.find(({ id }) => id === option.controller.itemId)?.technology === 'pwm'
  if (isPwm) losses.pwm = assumed(PWM_LOSS, 'PWM holds the panel at battery voltage')
  return losses
}

/** Loss to heat from the site's air by month; null where the site does not give all twelve. */
function heatByMonth({ site, option, panels }: ArrayBrief, working: Working): Known<number[]> | null {
  const means = site.monthMeanC.filter((mean) => mean !== null)
  if (means.length < 12) return null
  const panel = panels.find(({ id }) => id === option.array.panelId)
  const swingK = site.daySwingK ?? ASSUMED_DAY_SWING_K
  // By day the air stands above the mean by about a quarter of what separates the coldest from the warmest hour.
  const dayAirC = means.map((mean) => Math.min(80, mean + swingK / 4))
  return working.apply('array', heatLoss, {
    dayAirC: known(dayAirC, 'computed', 'mean of the month, and a quarter of the day’s swing'),
    irradianceWPerM2: assumed(WORKING_IRRADIANCE_W_PER_M2, 'about half of the sun comes above this'),
    noctC: panel ? fromSheet(panel.noctC, itemName(panel)) : assumed(PANEL.noctC, 'crystalline panels'),
    pmpCoeffPerC:
      panel && panel.pmpCoeffPerC !== null
        ? fromSheet(panel.pmpCoeffPerC, itemName(panel))
        : assumed(PANEL.pmpCoeffPerC, 'crystalline panels'),
  }).lossByMonth
}
