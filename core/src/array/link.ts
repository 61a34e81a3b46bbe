import type { Bank } from '../battery/bank.ts'
import type { BatteryResult } from '../battery/link.ts'
import { type AllInOne, type Controller, itemName } from '../catalogue/schema.ts'
import type { InverterResult } from '../inverter/link.ts'
import { CIRCUIT_LENGTH, DEFAULTS } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import type { BusNeed } from '../loads/bus-need.ts'
import type { LoadsResult } from '../loads/link.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { DARK_SUN_HOURS, type SiteResult } from '../site/link.ts'
import { sunMonths } from '../site/sky-link.ts'
import { formatNumber, formatQuantity, monthName } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumed, assumedOf, enteredOr, fromSheet, type Known, known, type Working } from '../working/working.ts'
import type { ArrayBrief } from './brief.ts'
import { asChosen, type ChosenLayout } from './chosen-layout.ts'
import { furtherArrays } from './further.ts'
import type { FurtherArray } from './further-array.ts'
import { type InPlane, inPlanes, laidBeside, roomOf, sunOnStrings } from './in-planes.ts'
import { isHarmless, type Layout, type LayoutBrief, rankLayouts } from './layout.ts'
import { chargeOf, layoutBriefOf, lessFurther, shareOf, withSelfDischarge } from './layout-brief.ts'
import { type Losses, lossesOf } from './losses.ts'
import { monthYield, recoveryTime } from './methods.ts'
import { alsoRequired, requiredOf } from './required.ts'
import { layout as layoutMethod } from './string-methods.ts'

export interface ArrayResult extends Losses, LinkResult {
  readonly requiredPowerW: Known | null
  readonly designMonth: Known | null
  /** Months the sun alone must carry. */
  readonly sunMonths: readonly number[]
  readonly layout: ChosenLayout | null
  /** What layouts are judged by; null until it is known. */
  readonly layoutBrief: LayoutBrief | null
  /** The main array in its planes: whole strings, and inputs of their own where there are enough. */
  readonly byPlane: readonly InPlane[]
  readonly panelLocked: boolean
  readonly layouts: readonly Layout[]
  readonly panels: Known | null
  /** Of the main array. */
  readonly arrayPowerW: Known | null
  readonly controllerArrayPowerW: Known | null
  /** Arrays with controllers of their own, and the AC-coupled one, beside the main array. */
  readonly further: readonly FurtherArray[]
  /** Of all arrays. */
  readonly yieldWh: Known<number[]> | null
  readonly balanceWh: Known<number[]> | null
  readonly needWh: readonly number[]
  /** Average days of the design month in which the empty bank is full again; its value null where nothing is left over. */
  readonly recoveryDays: Known<number | null> | null
}

export interface Upstream {
  readonly rules: RuleSet
  readonly site: SiteResult
  readonly loads: LoadsResult
  readonly need: BusNeed
  readonly inverter: InverterResult
  readonly battery: BatteryResult
}

/** The array: how large, which panels in which strings, and what they bring in each month. */
export const arrayLink: Link<Upstream, ArrayResult> = defineLink(
  'array',
  ({ job: { site: place }, option, catalogue }, { rules, site, loads, need, inverter, battery }) => ({
    months: sunMonths(place, option).join(),
    soiling: place.soiling,
    monthMeanC: place.monthMeanC,
    daySwingK: place.daySwingK,
    arrayLeadM: option.wiring.circuits.array?.lengthM ?? place.arrayToBatteryM ?? CIRCUIT_LENGTH.array.value,
    choice: option.array,
    strung: option.controller,
    acCoupled: option.inverter.acCoupled,
    arrayInverters: catalogue.arrayInverters,
    rules,
    kind: place.kind,
    latitudeDeg: place.latitudeDeg,
    panels: catalogue.panels,
    controllers: catalogue.controllers,
    allInOnes: catalogue.allInOnes,
    inverterId: inverter.item?.id,
    inverterQuantity: inverter.quantity,
    efficiency: inverter.efficiency,
    afterDarkFraction: loads.afterDarkFraction,
    site,
    need,
    battery,
  }),
  (
    {
      months,
      controllers,
      allInOnes,
      inverterId,
      inverterQuantity,
      efficiency,
      afterDarkFraction,
      kind,
      latitudeDeg,
      ...read
    },
    working,
  ) =>
    layOut(
      {
        ...read,
        need: withSelfDischarge(read.need, read.battery),
        southern: (latitudeDeg ?? 0) < 0,
        furtherChargeA: 0,
        roomFor: roomOf(
          { kind, latitudeDeg },
          read.site,
          read.choice.fit,
          laidBeside(read.strung.further, read.panels),
        ),
        months: months.split(',').map(Number),
        ...controllersOpen(read.strung.itemId, controllers, allInOnes, inverterId, inverterQuantity),
        inverterEfficiency: efficiency ?? assumedOf(DEFAULTS.inverterEfficiency),
        dayFraction: afterDarkFraction
          ? known(1 - afterDarkFraction.value, 'computed', 'share of the loads by day')
          : assumed(0.5, 'hours of the loads not known'),
      },
      working,
    ),
)

/** Controllers the array may take: those on the shelf, or the one inside the all-in-one chosen, as many as there are of it. */
function controllersOpen(
  ownId: Option['controller']['itemId'],
  controllers: readonly Controller[],
  allInOnes: readonly AllInOne[],
  inverterId: string | undefined,
  inverterQuantity: number,
) {
  const insideIds = new Set(allInOnes.map(({ id }) => id))
  const within = inverterId !== undefined && insideIds.has(inverterId) ? inverterId : undefined
  const takesOwn = within !== undefined && (ownId === null || ownId === within)
  const separate = controllers.filter(({ id }) => id === ownId || !insideIds.has(id))
  return {
    controllers: takesOwn ? controllers.filter(({ id }) => id === within) : separate,
    everyController: controllers,
    fixedControllers: takesOwn ? inverterQuantity : null,
  }
}

function layOut(brief: ArrayBrief, working: Working): ArrayResult {
  const { choice, strung, months, site, battery, need } = brief
  const losses = lossesOf(brief, working)
  const { further, needs } = furtherArrays(brief, losses, working)
  const nothing = {
    ...losses,
    needs,
    sunMonths: months,
    further,
    needWh: need.byMonthWh.value,
    requiredPowerW: null,
    designMonth: null,
    layout: null,
    layoutBrief: null,
    byPlane: [],
    panelLocked: choice.panelId !== null,
    layouts: [],
    panels: null,
    arrayPowerW: null,
    controllerArrayPowerW: null,
    yieldWh: null,
    balanceWh: null,
    recoveryDays: null,
  }
  const { sunHours } = site
  if (need.averageWh.value <= 0) return { ...nothing, answer: 'loads needed' }
  if (!sunHours) return { ...nothing, answer: 'sun needed' }
  const dark = months.find((month) => (sunHours.value[month - 1] ?? 0) < DARK_SUN_HOURS)
  if (dark !== undefined) {
    const message = `a backup in ${monthName(dark)}: with ${formatNumber(sunHours.value[dark - 1] ?? 0, 2)} sun hours a day no array that anybody builds can carry it`
    const lack: Need = { link: 'array', place: 'backup.months', message }
    return { ...nothing, needs: [...needs, lack], answer: `too dark in ${monthName(dark)}` }
  }
  const mainNeedWh = lessFurther(need.byMonthWh, further)
  const wanted = requiredOf(brief, losses, sunHours, mainNeedWh, shareOf(mainNeedWh, need.byMonthWh), working)
  const deficitWh = battery.bank && deficitOf(battery.bank, battery)
  const furtherChargeA = chargeOf(further, battery)
  const sized = { ...brief, furtherChargeA }
  const requiredPowerW = alsoRequired(sized, losses, sunHours, mainNeedWh, wanted, deficitWh, working)
  const required = { ...nothing, requiredPowerW, designMonth: wanted.designMonth }
  if (!battery.bank) return { ...required, answer: 'battery needed' }
  const layoutBrief = layoutBriefOf(brief, battery.bank, requiredPowerW, mainNeedWh, losses)
  const layouts = rankLayouts(brief.panels, brief.controllers, { ...strung, panelId: choice.panelId }, layoutBrief)
  const chosen = layouts[0]
  const settled = choice.panelId !== null || STRUNG_BY_HAND.some((field) => strung[field] !== null)
  if (!chosen || !(chosen.fits || settled || isHarmless(chosen)))
    return { ...required, layoutBrief, needs: [...needs, noLayout(brief, chosen)], answer: 'none fits' }
  const figures = figuresOf(brief, chosen, losses, wanted.designMonth, further, working)
  return { ...required, layoutBrief, layouts, ...figures, ...asChosen(chosen, figures.controllerArrayPowerW) }
}

/** What the days without sun take out of the bank: not more than it gives, and not what it holds beyond the brief. */
function deficitOf(bank: Bank, { dayToCarryWh, autonomyDays }: BatteryResult): Known {
  const askedWh = dayToCarryWh.value * autonomyDays.value
  return askedWh < bank.usableWh.value ? known(askedWh, 'computed', 'the days without sun') : bank.usableWh
}

/** What of the strings a person settles: then the checks say what is wrong with it. */
const STRUNG_BY_HAND = ['itemId', 'quantity', 'panelsPerString', 'stringsPerController'] as const

function noLayout({ choice, strung }: ArrayBrief, nearest: Layout | undefined): Need {
  const which =
    choice.panelId !== null || strung.itemId !== null
      ? 'the chosen panel and controller'
      : 'any panel and controller of the catalogue'
  return {
    link: 'array',
    place: 'array.panelId',
    message: nearest
      ? `a panel and a controller: with ${which} none brings enough within its limits (the nearest: ${nearest.short})`
      : `a panel and a controller: no string can be made with ${which}`,
  }
}

/** What the chosen layout comes to, month by month, the further arrays with it. */
function figuresOf(
  { strung, need, battery, site }: ArrayBrief,
  chosen: Layout,
  losses: Losses,
  designMonth: Known,
  further: readonly FurtherArray[],
  working: Working,
) {
  const best = (value: number) => known(value, 'computed', 'cheapest layout that fits')
  const laid = working.apply(layoutMethod, {
    panelsPerString: enteredOr(strung.panelsPerString, 'controller', best(chosen.panelsPerString)),
    stringsPerController: enteredOr(strung.stringsPerController, 'controller', best(chosen.stringsPerController)),
    controllers: enteredOr(strung.quantity, 'controller', best(chosen.controllers)),
    panelPowerW: fromSheet(chosen.panel.powerW, itemName(chosen.panel)),
  })
  const byPlane = inPlanes(chosen, site)
  const main = working.apply(monthYield, {
    arrayPowerW: laid.arrayPowerW,
    peakSunHours: sunOnStrings(site, chosen, working),
    systemEfficiency: losses.ofController(chosen.panel, chosen.controller),
    busDailyEnergyWh: need.byMonthWh,
  })
  const yields = further.length === 0 ? main : together(main.yieldWh, further, need)
  const at = designMonth.value - 1
  const recovery =
    battery.bank &&
    working.apply(recoveryTime, {
      deficitWh: deficitOf(battery.bank, battery),
      yieldWh: known(yields.yieldWh.value[at] ?? 0, 'computed', `all arrays in ${monthName(at + 1)}`),
      busDailyEnergyWh: known(need.byMonthWh.value[at] ?? 0, 'computed', `the bus in ${monthName(at + 1)}`),
    }).recoveryDays
  const count = further.length > 0 ? `, and ${further.length} more` : ''
  return {
    ...laid,
    ...yields,
    byPlane,
    recoveryDays: recovery ?? null,
    answer: `${laid.panels.value} × ${formatQuantity(chosen.panel.powerW, 'W')}${count}`,
  }
}

function together(mainWh: Known<number[]>, further: readonly FurtherArray[], need: BusNeed) {
  const yieldWh = mainWh.value.map((wh, month) =>
    further.reduce((sum, each) => sum + (each.yieldWh.value[month] ?? 0), wh),
  )
  return {
    yieldWh: known(yieldWh, 'computed', 'all arrays together'),
    balanceWh: known(
      yieldWh.map((wh, month) => wh - (need.byMonthWh.value[month] ?? 0)),
      'computed',
      'all arrays less the bus',
    ),
  }
}
