import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import { DEFAULTS, SOILING_DEFAULT } from '../job/defaults.ts'
import { chemistryRow } from '../tables/chemistries.ts'
import {
  assumed,
  assumedOf,
  entered,
  enteredOr,
  fromSheet,
  type Known,
  known,
  type Working,
} from '../working/working.ts'
import type { ArrayBrief } from './brief.ts'
import { heatLoss, monthlyEfficiency, systemEfficiency, WORKING_IRRADIANCE_W_PER_M2 } from './methods.ts'

/** A panel while none is chosen: crystalline silicon. Assumption of Yard Lamp. */
export const TYPICAL_PANEL = { noctC: 45, pmpCoeffPerC: -0.0036 }

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
  /** The same by month for another array, by what its strings hang on: PWM loses what the panels have above the battery. */
  readonly ofController: (panel: Panel, controller: Controller) => Known<number[]>
}

export function lossesOf(brief: ArrayBrief, working: Working): Losses {
  const own = ownLosses(brief, working)
  const ownPwm = 1 - (own.losses.pwm?.value ?? 0)
  return {
    ...own,
    ofController: (panel, controller) => {
      const pwm = controller.technology === 'pwm' && !own.single ? 1 - pwmLoss(brief, panel).value : 1
      if (pwm === ownPwm) return own.efficiencyByMonth
      const byMonth = own.efficiencyByMonth.value.map((eta) => Math.min(1, (eta / ownPwm) * pwm))
      return known(byMonth, 'computed', 'losses of the main array, with those of its own controller')
    },
  }
}

/**
 * What a PWM controller loses: it holds the panel at the battery’s volts and passes its current. Of the panel’s working
 * voltage at test conditions what is above the battery halfway between nominal and absorption.
 */
function pwmLoss({ battery: { bank, systemVoltageV } }: ArrayBrief, panel: Panel | undefined): Known {
  if (!panel || !bank) return assumedOf(DEFAULTS.pwmLoss)
  const series = Math.max(1, Math.round(systemVoltageV.value / (panel.nominalV ?? systemVoltageV.value)))
  const chargingV = (bank.voltageV.value + bank.absorptionV) / 2
  const loss = Math.min(0.9, Math.max(0, 1 - chargingV / (panel.vmpV * series)))
  return known(loss, 'computed', `PWM holds ${itemName(panel)} at the battery’s volts`)
}

function ownLosses(brief: ArrayBrief, working: Working): Omit<Losses, 'ofController'> {
  const { choice, site } = brief
  if (choice.singleFactor !== null) {
    const eta = entered(choice.singleFactor, 'array')
    return {
      losses: { 'all together': entered(1 - choice.singleFactor, 'array') },
      systemEfficiency: eta,
      efficiencyByMonth: known(Array<number>(12).fill(eta.value), 'entered', 'one factor for all losses'),
      heatLossByMonth: null,
      single: true,
    }
  }
  const listed = listedLosses(brief)
  const heatLossByMonth = choice.losses.temperature === null ? heatByMonth(brief, working) : null
  if (!heatLossByMonth) {
    const temperature = enteredOr(choice.losses.temperature, 'array', assumedOf(DEFAULTS.heatLoss))
    const losses = { ...listed, temperature }
    const { systemEfficiency: eta } = working.apply(systemEfficiency, { losses })
    return {
      losses,
      systemEfficiency: eta,
      efficiencyByMonth: { ...eta, value: Array<number>(12).fill(eta.value) },
      heatLossByMonth: null,
      single: false,
    }
  }
  const { systemEfficiency: others } = working.apply(systemEfficiency, { losses: listed })
  const { efficiencyByMonth } = working.apply(monthlyEfficiency, {
    systemEfficiency: others,
    lossByMonth: heatLossByMonth,
  })
  const at = (site.leastSunMonth ?? 1) - 1
  return {
    losses: { ...listed, temperature: { ...heatLossByMonth, value: heatLossByMonth.value[at] ?? 0 } },
    systemEfficiency: known(efficiencyByMonth.value[at] ?? others.value, 'computed', 'month with the least sun'),
    efficiencyByMonth,
    heatLossByMonth,
    single: false,
  }
}

function listedLosses(brief: ArrayBrief): Record<string, Known> {
  const { soiling, choice, strung, controllers, battery, panels } = brief
  const typed = choice.losses
  const throughBattery = battery.item
    ? fromSheet(1 - battery.item.roundTripEfficiency, `${itemName(battery.item)}, the whole day through the battery`)
    : known(
        1 - chemistryRow(battery.chemistry).roundTripEfficiency,
        'table',
        `typical of ${battery.chemistry}, the whole day through the battery`,
      )
  const losses: Record<string, Known> = {
    soiling: enteredOr(typed.soiling, 'array', assumedOf(SOILING_DEFAULT[soiling])),
    mismatch: enteredOr(typed.mismatch, 'array', assumedOf(DEFAULTS.mismatchLoss)),
    wiring: enteredOr(typed.wiring, 'array', assumedOf(DEFAULTS.wiringLoss)),
    controller: enteredOr(typed.controller, 'array', assumedOf(DEFAULTS.controllerLoss)),
    battery: enteredOr(typed.battery, 'array', throughBattery),
    ageing: enteredOr(typed.ageing, 'array', assumedOf(DEFAULTS.ageingLoss)),
  }
  const isPwm = controllers.find(({ id }) => id === strung.itemId)?.technology === 'pwm'
  if (isPwm)
    losses.pwm = pwmLoss(
      brief,
      panels.find(({ id }) => id === choice.panelId),
    )
  return losses
}

/** Loss to heat from the site's air by month; null where the site does not give all twelve. */
function heatByMonth({ monthMeanC, daySwingK, choice, panels }: ArrayBrief, working: Working): Known<number[]> | null {
  const means = monthMeanC.filter((mean) => mean !== null)
  if (means.length < 12) return null
  const panel = panels.find(({ id }) => id === choice.panelId)
  const swingK = daySwingK ?? DEFAULTS.daySwingK.value
  // By day the air stands above the mean by about a quarter of what separates the coldest from the warmest hour.
  const dayAirC = means.map((mean) => Math.min(80, mean + swingK / 4))
  return working.apply(heatLoss, {
    dayAirC: known(dayAirC, 'computed', 'mean of the month, and a quarter of the day’s swing'),
    irradianceWPerM2: assumed(WORKING_IRRADIANCE_W_PER_M2, 'about half of the sun comes above this'),
    noctC: panel ? fromSheet(panel.noctC, itemName(panel)) : assumed(TYPICAL_PANEL.noctC, 'crystalline panels'),
    pmpCoeffPerC:
      panel && panel.pmpCoeffPerC !== null
        ? fromSheet(panel.pmpCoeffPerC, itemName(panel))
        : assumed(TYPICAL_PANEL.pmpCoeffPerC, 'crystalline panels'),
  }).lossByMonth
}
