import type { Controller, Panel } from '../catalogue/schema.ts'
import { voltageClassV } from '../catalogue/voltage-class.ts'
import { whyNot } from '../catalogue/why-not.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import { cellTemperature } from '../site/methods.ts'
import { stringFuse, stringLimits } from './string-methods.ts'

/** Sun at which a panel is taken to be hottest, W/m². */
export const FULL_SUN_W_PER_M2 = 1000
const MOST_CONTROLLERS = 6
/** Said of a layout that brings less than is needed. */
export const TOO_FEW_PANELS = 'too few panels'
const MOST_IN_STRING = 24
/**
 * What comes with a layout besides panels and controllers, in the ranking of layouts only: frame, clamps and the work of
 * putting up one more panel (without it the design takes many small ones), the fuse of a string with its holder, the
 * breakers and leads of one more controller, and the array lead per metre. Assumptions of Yard Lamp in the currency of the
 * catalogue.
 */
const ALONGSIDE = { perPanel: 40, perStringFuse: 25, perController: 110, leadPerM: 0.7, leadPerMPerMm2: 0.2 }
/** Copper in service, Ω·mm²/m, and the drop a lead is laid for: how thick an array lead will come out, for the ranking only. */
const COPPER_OHM_MM2_PER_M = 0.0217
const LEAD_DROP_FRACTION = 0.03

/** Panels in strings on controllers. */
export interface Layout {
  readonly panel: Panel
  readonly controller: Controller
  readonly controllers: number
  readonly panelsPerString: number
  readonly stringsPerController: number
  readonly panels: number
  readonly arrayPowerW: number
  /** Panels, controllers and what comes with them, to rank by. */
  readonly price: number
  readonly fits: boolean
  /** All that keeps it from fitting; empty where it does. */
  readonly short: string
}

export interface LayoutBrief {
  readonly arrayPowerW: number
  readonly systemVoltageV: number
  readonly batteryMaxV: number
  /** Lowest record; null while unknown: then the coldest row of the table stands in, the safer figure. */
  readonly coldestC: number | null
  readonly recordHighC: number
  /** How many controllers there are, where an all-in-one brings them; null where the layout counts them. */
  readonly fixedControllers: number | null
  /** Share of the array's power that may be clipped at full sun. */
  readonly clippingFraction: number
  /** One way, array to controller. */
  readonly arrayLeadM: number
}

/** What a person settled of the strings; null leaves it open. */
export type StringChoice = Pick<
  Option['controller'],
  'itemId' | 'quantity' | 'panelsPerString' | 'stringsPerController'
> & { readonly panelId: string | null }

/** The cheapest layout that fits, for each pair of panel and controller a person left open; fitting ones first. */
export function rankLayouts(
  panels: readonly Panel[],
  controllers: readonly Controller[],
  chosen: StringChoice,
  brief: LayoutBrief,
): Layout[] {
  const { panelId, itemId } = chosen
  const layouts: Layout[] = []
  for (const panel of panels) {
    if (panelId !== null && panel.id !== panelId) continue
    for (const controller of controllers) {
      const open =
        itemId === null &&
        controller.technology === 'mppt' &&
        controller.batteryVoltagesV.some((v) => v === brief.systemVoltageV)
      if (!open && controller.id !== itemId) continue
      const best = bestOfPair(panel, controller, chosen, brief)
      if (best) layouts.push(best)
    }
  }
  return layouts.sort(cheaperFirst)
}

const cheaperFirst = (a: Layout, b: Layout): number => Number(b.fits) - Number(a.fits) || a.price - b.price

function bestOfPair(panel: Panel, controller: Controller, chosen: StringChoice, brief: LayoutBrief): Layout | null {
  const limits = limitsOf(panel, controller, brief)
  if (!limits) return null
  const { panelsPerString, stringsPerController } = chosen
  const quantity = brief.fixedControllers ?? chosen.quantity
  const lowest = Math.min(limits.minSeries, MOST_IN_STRING)
  const highest = Math.min(Math.max(limits.mostSeries, lowest), MOST_IN_STRING)
  let best: Layout | null = null
  for (let n = quantity ?? 1; n <= (quantity ?? MOST_CONTROLLERS); n++) {
    // Panels cost at least this however they are strung: more controllers cannot come out cheaper any more.
    if (
      best?.fits &&
      n * controller.price + (brief.arrayPowerW / panel.powerW) * (panel.price + ALONGSIDE.perPanel) > best.price
    )
      break
    for (let series = panelsPerString ?? lowest; series <= (panelsPerString ?? highest); series++) {
      const forPower = Math.max(1, Math.ceil(brief.arrayPowerW / (panel.powerW * series * n) - 1e-9))
      const layout = judge(panel, controller, n, series, stringsPerController ?? forPower, limits, brief)
      if (!best || cheaperFirst(layout, best) < 0) best = layout
    }
  }
  return best
}

/** Most strings on a controller the planner tries. */
const MOST_STRINGS = 16

/** Every layout of a panel on a controller: panels in a string × strings × controllers. Fitting ones first, smallest first. */
export function layoutsOf(panel: Panel, controller: Controller, brief: LayoutBrief) {
  const limits = limitsOf(panel, controller, brief)
  if (!limits) return []
  const neededW = brief.arrayPowerW
  const counts = brief.fixedControllers === null ? [1, 2, 3, 4] : [brief.fixedControllers]
  const longest = Math.min(MOST_IN_STRING, limits.mostSeries + 2)
  const limitV = Math.min(controller.maxInputV, panel.maxSystemV)
  const roomOf = (layout: Layout) => {
    const eachW = panel.powerW * layout.panelsPerString
    const byCurrent = Math.floor(controller.maxInputA / (1.25 * panel.iscA) + 1e-9) * controller.inputs
    const byOutput = Math.floor(
      (controller.ratedOutputA * brief.systemVoltageV) /
        (controller.efficiency * eachW) /
        (1 - brief.clippingFraction) +
        1e-9,
    )
    const bySheet = Math.floor(mostPvPowerW(controller, brief.systemVoltageV) / eachW + 1e-9)
    return Math.max(0, Math.min(byCurrent, byOutput, bySheet) - layout.stringsPerController)
  }
  return counts
    .flatMap((n) =>
      Array.from({ length: longest }, (_, s) => s + 1).flatMap((series) => {
        const enough = Math.max(1, Math.ceil(neededW / (panel.powerW * series * n) - 1e-9))
        return [enough - 1, enough, enough + 1]
          .filter((strings) => strings >= 1 && strings <= MOST_STRINGS)
          .map((strings) => judge(panel, controller, n, series, strings, limits, brief))
      }),
    )
    .map((layout) => ({
      ...layout,
      coldV: limits.coldV * layout.panelsPerString,
      hotV: limits.hotV * layout.panelsPerString,
      neededV: limits.neededV,
      limitV,
      roomStrings: roomOf(layout),
    }))
    .sort(
      (a, b) =>
        Number(b.fits) - Number(a.fits) ||
        Math.abs(a.arrayPowerW - neededW) - Math.abs(b.arrayPowerW - neededW) ||
        a.price - b.price,
    )
}

interface Limits {
  readonly minSeries: number
  /** Most in series that stay below the controller's limit, strictly: equal counts as above. */
  readonly mostSeries: number
  /** Of one panel at the record low, and when hot, V. */
  readonly coldV: number
  readonly hotV: number
  /** What the controller needs to charge, V. */
  readonly neededV: number
}

function limitsOf(panel: Panel, controller: Controller, brief: LayoutBrief): Limits | null {
  try {
    const { cellC } = cellTemperature.compute({
      ambientC: brief.recordHighC,
      irradianceWPerM2: FULL_SUN_W_PER_M2,
      noctC: panel.noctC,
    })
    const limits = stringLimits.compute({
      ...limitInputs(panel, controller),
      coldestC: brief.coldestC ?? DEFAULTS.stringColdestC.value,
      hottestCellC: cellC,
      batteryMaxV: brief.batteryMaxV,
    })
    const highestV = Math.min(controller.maxInputV, panel.maxSystemV)
    const mostSeries = Math.ceil(highestV / limits.vocColdV - 1e-9) - 1
    const volts = {
      coldV: limits.vocColdV,
      hotV: limits.vmpHotV,
      neededV: Math.max(brief.batteryMaxV + controller.startHeadroomV, controller.mpptMinV),
    }
    const counts = controller.technology === 'pwm' ? pwmLimits(panel, brief, mostSeries) : null
    return { minSeries: limits.minSeries, mostSeries, ...counts, ...volts }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** Whether so many panels in series have the battery's nominal voltage, as PWM needs it. */
const matchesBattery = ({ nominalV }: Panel, series: number, systemVoltageV: number): boolean =>
  nominalV !== null && voltageClassV(nominalV * series) === voltageClassV(systemVoltageV)

/** A PWM controller puts the panel on the battery as it is: nominal voltages must match. */
function pwmLimits(panel: Panel, brief: LayoutBrief, mostSeries: number): Pick<Limits, 'minSeries' | 'mostSeries'> {
  const batteryClassV = voltageClassV(brief.systemVoltageV) ?? brief.systemVoltageV
  const series = panel.nominalV === null ? 1 : Math.max(1, Math.round(batteryClassV / panel.nominalV))
  return { minSeries: series, mostSeries: Math.min(series, mostSeries) }
}

/** Sheet figures of a panel and a controller that bound a string; unknown coefficients are left out. */
export function limitInputs(panel: Panel, controller: Controller) {
  return {
    vocV: panel.vocV,
    vmpV: panel.vmpV,
    controllerMaxV: controller.maxInputV,
    startHeadroomV: controller.startHeadroomV,
    mpptMinV: controller.mpptMinV,
    ...(panel.vocCoeffPerC === null ? {} : { vocCoeffPerC: panel.vocCoeffPerC }),
    ...(panel.vmpCoeffPerC === null ? {} : { vmpCoeffPerC: panel.vmpCoeffPerC }),
  }
}

/** Largest array the sheet allows on a controller at this battery voltage, W; infinite where it says nothing. */
export const mostPvPowerW = (controller: Controller, systemVoltageV: number): number =>
  controller.maxPvPowerW?.find(({ batteryVoltageV }) => batteryVoltageV === systemVoltageV)?.powerW ??
  Number.POSITIVE_INFINITY

function judge(
  panel: Panel,
  controller: Controller,
  n: number,
  series: number,
  strings: number,
  limits: Limits,
  brief: LayoutBrief,
): Layout {
  const panels = n * series * strings
  const arrayPowerW = panels * panel.powerW
  const perInput = Math.ceil(strings / controller.inputs)
  const fuse = stringFuse.compute({ iscA: panel.iscA, parallel: perInput, maxSeriesFuseA: panel.maxSeriesFuseA })
  const outputW = (arrayPowerW / n) * controller.efficiency
  const clippedFraction = 1 - (controller.ratedOutputA * brief.systemVoltageV) / outputW
  const short = whyNot(
    controller.technology === 'pwm' &&
      !matchesBattery(panel, series, brief.systemVoltageV) &&
      'not made for this battery',
    series > limits.mostSeries && 'too high on a cold morning',
    series < limits.minSeries && 'too low when hot',
    1.25 * panel.iscA * perInput > controller.maxInputA && 'too much array current',
    clippedFraction > brief.clippingFraction + 1e-9 && 'clips',
    arrayPowerW / n > mostPvPowerW(controller, brief.systemVoltageV) + 1e-9 && 'more array than its sheet allows',
    arrayPowerW < brief.arrayPowerW - 1e-6 && TOO_FEW_PANELS,
    (perInput >= 3 || fuse.required) && fuse.ratingA === null && 'no string fuse suits',
  )
  const fuses = perInput >= 3 || fuse.required ? n * strings * ALONGSIDE.perStringFuse : 0
  const leadMm2 =
    (2 * COPPER_OHM_MM2_PER_M * brief.arrayLeadM * panel.impA * strings) / (LEAD_DROP_FRACTION * panel.vmpV * series)
  const leads = n * 2 * brief.arrayLeadM * (ALONGSIDE.leadPerM + ALONGSIDE.leadPerMPerMm2 * leadMm2)
  return {
    panel,
    controller,
    controllers: n,
    panelsPerString: series,
    stringsPerController: strings,
    panels,
    arrayPowerW,
    price:
      panels * (panel.price + ALONGSIDE.perPanel) + n * (controller.price + ALONGSIDE.perController) + fuses + leads,
    fits: short === '',
    short,
  }
}
