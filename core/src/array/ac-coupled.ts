import { NO_OUTSIDE } from '../catalogue/outsides.ts'
import { type ArrayInverter, type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import { SYSTEM_VOLTAGES_V } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, entered, fromSheet, type Known, known, type Working } from '../working/working.ts'
import type { ArrayBrief } from './brief.ts'
import type { FurtherArray, FurtherStrings } from './further-array.ts'
import type { Losses } from './losses.ts'
import { acCoupled, monthYield } from './methods.ts'
import { layout as layoutMethod } from './string-methods.ts'
import { limitsOf } from './string-window.ts'

export const AC_COUPLED_ID = 'ac-coupled'
const AC_COUPLED = { id: AC_COUPLED_ID, name: 'AC-coupled array' }

type Choice = NonNullable<Option['inverter']['acCoupled']>

/** No battery stands on the DC side of an array’s own inverter: it starts and runs by its own volts, V. */
export const NO_BATTERY_V = 1e-6

/** An array inverter seen as what a string hangs on. */
export const asStringInput = (item: ArrayInverter): Controller => ({
  kind: 'controller',
  id: item.id,
  maker: item.maker,
  model: item.model,
  price: item.price,
  weightKg: item.weightKg,
  supplier: item.supplier,
  leadDays: item.leadDays,
  ...NO_OUTSIDE,
  technology: 'mppt',
  batteryVoltagesV: [...SYSTEM_VOLTAGES_V],
  maxInputV: item.maxInputV,
  mpptMinV: item.mpptMinV,
  startHeadroomV: item.startV,
  runHeadroomV: 0,
  maxInputA: item.maxInputA,
  inputs: item.inputs,
  maxPvPowerW: SYSTEM_VOLTAGES_V.map((batteryVoltageV) => ({ batteryVoltageV, powerW: item.maxPvPowerW })),
  maxInputPowerW: null,
  ratedOutputA: item.continuousW,
  leastSetA: null,
  terminalMaxMm2: 10,
  efficiency: item.efficiency,
})

/** The AC-coupled array with what it brings, and what is needed of it. */
export function coupledArray(
  brief: ArrayBrief,
  choice: Choice,
  losses: Losses,
  working: Working,
): { readonly array: FurtherArray | null; readonly needs: readonly Need[] } {
  const panel = brief.panels.find(({ id }) => id === choice.panelId)
  const item = brief.arrayInverters.find(({ id }) => id === choice.inverterId)
  const needs = [...lackOf(choice, 'panelId', 'panel', panel), ...lackOf(choice, 'inverterId', 'inverter', item)]
  if (!brief.site.sunHours) return { array: null, needs }
  return working.about(AC_COUPLED, () => {
    const strings = panel && item ? stringsOf(brief, choice, panel, item, working) : null
    const powerW = strings?.powerW ?? (choice.powerW === null ? null : entered(choice.powerW, 'inverter'))
    return { array: powerW ? coupledFigures(brief, choice, powerW, item, strings, losses, working) : null, needs }
  })
}

const FIELD_NAME = { panelId: 'panels', inverterId: 'inverter of its own' } as const

function lackOf(choice: Choice, field: keyof typeof FIELD_NAME, what: string, found: object | undefined): Need[] {
  if (found) return []
  const id = choice[field]
  return [
    {
      link: 'inverter',
      place: `inverter.acCoupled.${field}`,
      message:
        id === null
          ? `the ${FIELD_NAME[field]} of the AC-coupled array`
          : `the ${what} of the AC-coupled array: "${id}" is not in the catalogue`,
    },
  ]
}

interface CoupledStrings {
  readonly strings: FurtherStrings
  readonly powerW: Known
}

/** Strings as a person chose them; else as many in series as the window takes, and as many strings as the power asks. */
function stringsOf(
  { site }: ArrayBrief,
  choice: Choice,
  panel: Panel,
  item: ArrayInverter,
  working: Working,
): CoupledStrings {
  const controller = asStringInput(item)
  const window = limitsOf(panel, controller, {
    systemVoltageV: 48,
    batteryMaxV: NO_BATTERY_V,
    coldestC: site.recordLowC?.value ?? null,
    recordHighC: site.recordHighC.value,
  })
  const askedW = choice.powerW ?? Math.min(item.maxPvPowerW, item.continuousW * 1.2) * choice.quantity
  const { series, strings } = countedStrings(choice, panel, item, window, askedW)
  const counted = (value: number) => known(value, 'computed', 'what its inverter takes')
  const laid = working.apply(layoutMethod, {
    panelsPerString: choice.panelsPerString === null ? counted(series) : entered(series, 'inverter'),
    stringsPerController: choice.stringsPerInverter === null ? counted(strings) : entered(strings, 'inverter'),
    controllers: entered(choice.quantity, 'inverter'),
    panelPowerW: fromSheet(panel.powerW, itemName(panel)),
  })
  return {
    powerW: laid.arrayPowerW,
    strings: {
      choice: {
        ...AC_COUPLED,
        panelId: panel.id,
        controllerId: item.id,
        quantity: choice.quantity,
        panelsPerString: series,
        stringsPerController: strings,
        planeId: choice.planeId,
        setA: null,
      },
      panel,
      controller,
      acInverter: item,
      panels: laid.panels,
      controllerArrayPowerW: laid.controllerArrayPowerW,
    },
  }
}

/** The fewest panels that give the power, in strings as long as the window takes; what a person chose is taken as it is. */
function countedStrings(
  choice: Choice,
  panel: Panel,
  item: ArrayInverter,
  window: ReturnType<typeof limitsOf>,
  askedW: number,
): { readonly series: number; readonly strings: number } {
  const mostByPower = Math.max(1, Math.floor(item.maxPvPowerW / panel.powerW))
  const longest = Math.max(1, Math.min(window?.mostSeries ?? 1, 24, mostByPower))
  const shortest = Math.min(longest, Math.max(1, window?.minSeries ?? 1))
  const lengths =
    choice.panelsPerString === null
      ? Array.from({ length: longest - shortest + 1 }, (_, i) => longest - i)
      : [choice.panelsPerString]
  const ways = lengths.map((series) => {
    const eachW = series * panel.powerW
    const most = Math.max(1, Math.floor(item.maxPvPowerW / eachW))
    const counted = Math.min(Math.ceil(askedW / (eachW * choice.quantity) - 1e-9), most)
    const strings = choice.stringsPerInverter ?? Math.max(1, counted)
    return { series, strings, enough: eachW * strings * choice.quantity >= askedW - 1e-6 }
  })
  const panels = ({ series, strings }: { series: number; strings: number }) => series * strings
  return ways.reduce((a, b) => {
    if (a.enough !== b.enough) return a.enough ? a : b
    return (a.enough ? panels(b) < panels(a) : panels(b) > panels(a)) ? b : a
  })
}

function coupledFigures(
  brief: ArrayBrief,
  choice: Choice,
  powerW: Known,
  item: ArrayInverter | undefined,
  strings: CoupledStrings | null,
  losses: Losses,
  working: Working,
): FurtherArray {
  const at = (name: string) => 1 - (losses.losses[name]?.value ?? 0)
  const ahead = losses.single
    ? losses.systemEfficiency.value / brief.inverterEfficiency.value
    : at('soiling') * at('mismatch') * at('wiring') * at('ageing') * at('temperature')
  const acEfficiency = working.apply(acCoupled, {
    arrayEfficiency: known(Math.min(1, ahead), 'computed', 'losses up to its own inverter'),
    ownInverterEfficiency: item ? fromSheet(item.efficiency, itemName(item)) : assumedOf(DEFAULTS.acCoupledEfficiency),
    dayFraction: brief.dayFraction,
    inverterEfficiency: brief.inverterEfficiency,
    batteryEfficiency: known(at('battery'), 'computed', 'through the battery'),
  })
  const plane = brief.site.everyPlane.find(({ plane: { id } }) => id === choice.planeId)
  const { yieldWh } = working.apply(monthYield, {
    arrayPowerW: powerW,
    peakSunHours: plane?.peakSunHours ?? brief.site.sunHours ?? known(Array<number>(12).fill(0), 'computed', ''),
    systemEfficiency: known(Math.min(1, acEfficiency.efficiency.value), 'computed', 'AC-coupled, on the whole'),
    busDailyEnergyWh: brief.need.byMonthWh,
  })
  return { ...AC_COUPLED, strings: strings?.strings ?? null, powerW, yieldWh, acEfficiency }
}
