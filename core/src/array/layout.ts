import type { Controller, Panel } from '../catalogue/schema.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Option } from '../job/schema.ts'
import { bringsEnough, mostOnAnInput, stringsByPlane } from './by-plane.ts'
import { leadArea, leadSize } from './lead.ts'
import { stringFuse } from './string-methods.ts'
import { clippedShare, type Limits, limitsOf, matchesBattery, mostPvPowerW, type WindowBrief } from './string-window.ts'

const MOST_CONTROLLERS = 10
/** Said of a layout that brings less than is needed. */
export const TOO_FEW_PANELS = 'too few panels'
const LEAD_TOO_THICK = 'a lead thicker than its terminals take'
/** What keeps a layout from fitting and yet harms nothing: where nothing fits, such a one is laid out and said. */
const HARMLESS: ReadonlySet<string> = new Set([TOO_FEW_PANELS, LEAD_TOO_THICK])
const MOST_IN_STRING = 24
/** Strings on one controller that are tried where fewer must do. */
const MOST_TRIED = 24
/**
 * What comes with a layout besides panels and controllers, in the ranking of layouts only: frame, clamps and the work of
 * putting up one more panel (without it the design takes many small ones), the fuse of a string with its holder, the
 * breakers and leads of one more controller, and the array lead per metre. Assumptions of Yard Lamp in the currency of the
 * catalogue.
 */
const ALONGSIDE = { perPanel: 40, perStringFuse: 25, perController: 110, leadPerM: 0.7, leadPerMPerMm2: 0.2 }

/** Panels in strings on controllers. */
export interface Layout {
  readonly panel: Panel
  readonly controller: Controller
  readonly controllers: number
  readonly panelsPerString: number
  readonly stringsPerController: number
  /** Whole strings in each plane, in the order of the planes. */
  readonly stringsByPlane: readonly number[]
  /** In parallel on one input, at most. */
  readonly stringsPerInput: number
  readonly panels: number
  readonly arrayPowerW: number
  /** Panels, controllers and what comes with them, to rank by. */
  readonly price: number
  readonly fits: boolean
  /** All that keeps it from fitting; empty where it does. */
  readonly short: string
}

export interface LayoutBrief extends WindowBrief {
  readonly arrayPowerW: number
  /** How many controllers there are, where an all-in-one brings them; null where the layout counts them. */
  readonly fixedControllers: number | null
  /** Share of the array's power that may be clipped at full sun. */
  readonly clippingFraction: number
  /** One way, array to controller. */
  readonly arrayLeadM: number
  /** Sizes the array lead is bought in, mm², thin to thick. */
  readonly leadAreasMm2: readonly number[]
  /** Planes it lies in: strings lie within one. */
  readonly planes: readonly LayoutPlane[]
  /** What panels of 1 W must bring of sun in each month that counts, h a day times W, before losses; empty where power alone counts. */
  readonly neededWh: readonly number[]
  /** Panels of a kind that each plane has room for; infinite where its size is not known. */
  readonly roomFor: (panel: Panel) => readonly number[]
}

export interface LayoutPlane {
  readonly share: number
  readonly peakSunHours: readonly number[]
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
  layouts.sort(cheaperFirst)
  const [first] = layouts
  if (!first || first.fits || isHarmless(first) || chosen.stringsPerController !== null) return layouts
  // Where so many do not go, as many as harm nothing: a roof that is too small is filled.
  return layouts.map((layout) => mostHarmless(layout, chosen, brief) ?? layout).sort(cheaperFirst)
}

/** Whether what it lacks harms nothing: the array is smaller than it should be, and nothing burns. */
export const isHarmless = ({ short }: Pick<Layout, 'short'>): boolean =>
  short.split(', ').every((reason) => HARMLESS.has(reason))

/** Fitting ones first, cheapest first; then those that only bring too little, the largest first. */
function cheaperFirst(a: Layout, b: Layout): number {
  if (a.fits !== b.fits) return Number(b.fits) - Number(a.fits)
  if (a.fits) return a.price - b.price
  const [harmlessA, harmlessB] = [isHarmless(a), isHarmless(b)]
  if (harmlessA !== harmlessB) return Number(harmlessB) - Number(harmlessA)
  return harmlessA ? b.arrayPowerW - a.arrayPowerW || a.price - b.price : a.price - b.price
}

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
      const strings = stringsPerController ?? enoughStrings(panel, series, n, brief)
      const layout = judge(panel, controller, n, series, strings, limits, brief)
      if (!best || cheaperFirst(layout, best) < 0) best = layout
    }
  }
  return best
}

/** The same panel on the same controller with as many strings as harm nothing; null where even one does. */
function mostHarmless({ panel, controller }: Layout, chosen: StringChoice, brief: LayoutBrief): Layout | null {
  const limits = limitsOf(panel, controller, brief)
  if (!limits) return null
  const counts = brief.fixedControllers ?? chosen.quantity
  const room = brief.roomFor(panel).reduce((sum, count) => sum + count, 0)
  let best: Layout | null = null
  const longest = Math.min(limits.mostSeries, MOST_IN_STRING)
  for (let controllers = counts ?? 1; controllers <= (counts ?? MOST_CONTROLLERS); controllers++) {
    for (
      let series = chosen.panelsPerString ?? limits.minSeries;
      series <= (chosen.panelsPerString ?? longest);
      series++
    ) {
      const most = Math.min(
        Math.floor(controller.maxInputA / (1.25 * panel.iscA) + 1e-9) * controller.inputs,
        Math.floor(mostPvPowerW(controller, brief.systemVoltageV) / (panel.powerW * series) + 1e-9),
        Math.floor(room / (series * controllers) + 1e-9),
        MOST_TRIED,
      )
      for (let strings = most; strings >= 1; strings--) {
        const layout = judge(panel, controller, controllers, series, strings, limits, brief)
        if (!layout.fits && !isHarmless(layout)) continue
        if (!best || cheaperFirst(layout, best) < 0) best = layout
        break
      }
    }
  }
  return best
}

/** Strings on each of so many controllers that bring enough, with at least one in each plane. */
function enoughStrings(panel: Panel, series: number, controllers: number, brief: LayoutBrief): number {
  const eachW = panel.powerW * series
  const forPower = Math.max(1, Math.ceil(brief.arrayPowerW / (eachW * controllers) - 1e-9))
  const forPlanes = Math.ceil(brief.planes.length / controllers)
  let strings = Math.max(forPower, forPlanes)
  // Whole strings lie in the planes by turns: one or two more may be needed than by power alone.
  for (let more = 0; more < brief.planes.length && !bringsEnough(strings * controllers, eachW, brief); more++) strings++
  return strings
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
    const eachOutA =
      controller.technology === 'pwm' ? panel.impA : (controller.efficiency * eachW) / brief.systemVoltageV
    const byOutput = Math.floor(controller.ratedOutputA / eachOutA / (1 - brief.clippingFraction) + 1e-9)
    const bySheet = Math.floor(
      Math.min(
        mostPvPowerW(controller, brief.systemVoltageV),
        (controller.maxInputPowerW ?? Number.POSITIVE_INFINITY) * controller.inputs,
      ) /
        eachW +
        1e-9,
    )
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
  const byPlane = stringsByPlane(
    n * strings,
    brief.planes.map(({ share }) => share),
  )
  const perInput = mostOnAnInput(byPlane, { inputs: controller.inputs, controllers: n, stringsPerController: strings })
  const room = brief.roomFor(panel)
  const fuse = stringFuse.compute({ iscA: panel.iscA, parallel: perInput, maxSeriesFuseA: panel.maxSeriesFuseA })
  const clippedFraction = clippedShare(panel, controller, series, strings, brief.systemVoltageV)
  const leadMm2 = leadArea(panel, series, perInput, brief.arrayLeadM)
  const short = whyNot(
    controller.technology === 'pwm' &&
      !matchesBattery(panel, series, brief.systemVoltageV) &&
      'not made for this battery',
    series > limits.mostSeries && 'too high on a cold morning',
    series < limits.minSeries && 'too low when hot',
    1.25 * panel.iscA * perInput > controller.maxInputA && 'too much array current',
    clippedFraction > brief.clippingFraction + 1e-9 && 'more than it passes on',
    arrayPowerW / n > mostPvPowerW(controller, brief.systemVoltageV) + 1e-9 && 'more array than its sheet allows',
    controller.maxInputPowerW !== null &&
      perInput * series * panel.powerW > controller.maxInputPowerW + 1e-9 &&
      'more watts on one input than its sheet allows',
    n * strings < brief.planes.length && 'fewer strings than planes',
    byPlane.some((count, i) => count * series > (room[i] ?? Number.POSITIVE_INFINITY)) && 'more than the roof takes',
    (arrayPowerW < brief.arrayPowerW - 1e-6 || !bringsEnough(n * strings, panel.powerW * series, brief)) &&
      TOO_FEW_PANELS,
    (perInput >= 3 || fuse.required) && fuse.ratingA === null && 'no string fuse suits',
    leadSize(leadMm2, brief) > controller.terminalMaxMm2 + 1e-9 && LEAD_TOO_THICK,
  )
  const fuses = perInput >= 3 || fuse.required ? n * strings * ALONGSIDE.perStringFuse : 0
  const leads = n * 2 * brief.arrayLeadM * (ALONGSIDE.leadPerM + ALONGSIDE.leadPerMPerMm2 * leadMm2)
  return {
    panel,
    controller,
    controllers: n,
    panelsPerString: series,
    stringsPerController: strings,
    stringsByPlane: byPlane,
    stringsPerInput: perInput,
    panels,
    arrayPowerW,
    price:
      panels * (panel.price + ALONGSIDE.perPanel) + n * (controller.price + ALONGSIDE.perController) + fuses + leads,
    fits: short === '',
    short,
  }
}
