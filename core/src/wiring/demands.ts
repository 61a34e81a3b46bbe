import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { Bank } from '../battery/bank.ts'
import type { BatteryResult } from '../battery/link.ts'
import { itemName } from '../catalogue/schema.ts'
import { assumed, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import { type ControllerResult, everyString } from '../controller/link.ts'
import { pwm } from '../controller/methods.ts'
import type { InverterResult } from '../inverter/link.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { Option, Site } from '../job/schema.ts'
import type { Demand } from '../loads/link.ts'
import type { DeviceSeries } from '../tables/standard-ratings.ts'
import { CIRCUIT_TITLE, type CircuitDemand, type CircuitKind } from './circuits.ts'
import { apparentCurrent, bankCurrent, sharedCurrent } from './methods.ts'

export interface Upstream {
  readonly demand: Demand
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: BackupResult
  readonly option: Option
}

type Rules = {
  readonly breaker: DeviceSeries
  readonly pv: CircuitDemand['installation']
  readonly battery: CircuitDemand['installation']
  readonly fixed: CircuitDemand['installation']
}
const RULES: Record<Site['ruleSet'], Rules> = {
  iec: { breaker: 'iec-breaker', pv: 'pv-surface', battery: 'iec-xlpe90-c', fixed: 'iec-pvc70-b1' },
  'north-american': { breaker: 'na-breaker', pv: 'na-free-air-90', battery: 'battery-105', fixed: 'na-raceway-75' },
}

type Direct = Pick<CircuitDemand, 'voltageV' | 'highestV' | 'ac' | 'ratingA' | 'mustProtect' | 'maxParallel'>

/** Circuits this system has, with what each must carry. Empty until a bank is known. */
export function circuitDemands(site: Site, up: Upstream, working: Working): CircuitDemand[] {
  const { bank } = up.battery
  if (!bank) return []
  const rules = RULES[site.ruleSet]
  const direct: Direct = {
    voltageV: known(up.battery.systemVoltageV.value, 'computed', 'system voltage'),
    highestV: bank.absorptionV,
    ac: false,
    ratingA: null,
    mustProtect: true,
    maxParallel: 2,
  }
  const dcLoadA = up.demand.hasDc ? loadCurrent(up, bank.lowCutoffV, working) : known(0, 'computed', 'no DC loads')
  return [
    ...arrayDemands(up, rules, working),
    ...controllerDemands(up, rules, direct),
    ...bankDemands(up, rules, direct, bank, dcLoadA, working),
    ...dcLoadDemands(rules, direct, dcLoadA),
    ...acDemands(up, rules, working),
    ...backupDemands(up, rules, direct, working),
  ]
}

/** Id and title of a circuit; those of a further array carry its name. */
const named = (kind: CircuitKind, further?: { readonly id: string; readonly name: string }) => ({
  kind,
  id: further ? (`${kind}-${further.id}` as const) : kind,
  title: further ? `${CIRCUIT_TITLE[kind]}, ${further.name}` : CIRCUIT_TITLE[kind],
})

/** Every array with the name its circuits carry. */
const arraysOf = (up: Upstream) =>
  everyString(up).map((each, i) => ({
    ...each,
    further: each.name === '' ? undefined : { id: up.option.controller.further[i - 1]?.id ?? `${i}`, name: each.name },
  }))

function controllerDemands(up: Upstream, rules: Rules, direct: Direct): CircuitDemand[] {
  const laid = { use: 'battery', installation: rules.battery, deviceType: 'dc-breaker', series: rules.breaker } as const
  // The controller of an all-in-one reaches the battery through the inverter's own leads.
  return arraysOf(up)
    .filter(({ controller }) => controller.id !== up.inverter.item?.id)
    .map(({ controller, quantity, strings, further }) => ({
      ...direct,
      ...laid,
      ...named('controller', further),
      count: quantity,
      currentA: fromSheet(controller.ratedOutputA, itemName(controller)),
      workingA: strings.outputA,
    }))
}

/** Bank to bus bars, each of its strings, and bus bars to each inverter: the circuits that carry everything. */
function bankDemands(
  up: Upstream,
  rules: Rules,
  direct: Direct,
  bank: Bank,
  dcLoadsA: Known,
  working: Working,
): CircuitDemand[] {
  const laid = {
    ...direct,
    use: 'battery',
    installation: rules.battery,
    deviceType: 'battery-fuse',
    series: 'battery-fuse',
  } as const
  const inverterA = up.inverter.fullCurrentA ?? known(0, 'computed', 'no inverter')
  const chargeA = known(up.controller.chargeA + up.backup.chargeA, 'computed', 'all controllers and chargers')
  const { currentA } = working.apply('wiring', bankCurrent, { inverterA, dcLoadsA, chargeA })
  const share = (whole: Known, alike: number, out: number) =>
    working.apply('wiring', sharedCurrent, {
      currentA: whole,
      alike: known(alike, 'computed', 'counted by the design'),
      out: assumed(out, out === 0 ? 'all at work' : 'one string out of service'),
    }).eachA
  const demands: CircuitDemand[] = []
  if (currentA.value > 0 && bank.parallel.value > 1) {
    const stringA = share(currentA, bank.parallel.value, 1)
    demands.push({
      ...laid,
      ...named('battery-string'),
      count: bank.parallel.value,
      currentA: stringA,
      workingA: stringA,
    })
  }
  if (currentA.value > 0) demands.push({ ...laid, ...named('battery-main'), count: 1, currentA, workingA: currentA })
  if (up.inverter.quantity > 0) {
    const eachA = up.inverter.quantity === 1 ? inverterA : share(inverterA, up.inverter.quantity, 0)
    demands.push({ ...laid, ...named('inverter-dc'), count: up.inverter.quantity, currentA: eachA, workingA: eachA })
  }
  return demands
}

function dcLoadDemands(rules: Rules, direct: Direct, dcLoadA: Known): CircuitDemand[] {
  if (dcLoadA.value <= 0) return []
  const laid = { use: 'fixed', installation: rules.fixed, deviceType: 'dc-breaker', series: rules.breaker } as const
  return [{ ...direct, ...laid, ...named('dc-loads'), count: 1, currentA: dcLoadA, workingA: dcLoadA }]
}

/** What the DC loads that run together draw when the bank is low. */
function loadCurrent(up: Upstream, lowCutoffV: number, working: Working): Known {
  return working.apply('wiring', inverterDcCurrent, {
    powerW: up.demand.dcContinuousW,
    efficiency: known(1, 'computed', 'direct, no converter'),
    batteryVoltageV: known(lowCutoffV, 'catalogue', 'lowest voltage of the bank'),
  }).currentA
}

function arrayDemands(up: Upstream, rules: Rules, working: Working): CircuitDemand[] {
  return arraysOf(up).flatMap((each) => stringDemands(each, rules, working))
}

function stringDemands(
  { panel, quantity, strings, controller, further }: ReturnType<typeof arraysOf>[number],
  rules: Rules,
  working: Working,
): CircuitDemand[] {
  const { stringsPerController, stringsPerInput } = strings
  const sheet = itemName(panel)
  const common = {
    voltageV: strings.workingV,
    highestV: strings.coldV.value,
    ac: false,
    use: 'pv' as const,
    installation: rules.pv,
    maxParallel: 2,
  }
  const array: CircuitDemand = {
    ...common,
    ...named('array', further),
    count: quantity * Math.min(controller.inputs, stringsPerController),
    currentA: strings.inputA,
    workingA: known(
      panel.impA * stringsPerInput,
      'catalogue',
      `working current of ${stringsPerInput} strings of ${sheet}`,
    ),
    deviceType: 'dc-breaker',
    series: rules.breaker,
    mustProtect: true, // also the disconnect of the array
    ratingA: null,
  }
  if (stringsPerInput < 2) return [array]
  const fused = stringsPerInput >= 3 || strings.fuseRequired.value
  const string: CircuitDemand = {
    ...common,
    ...named('string', further),
    count: quantity * stringsPerController,
    currentA: working.apply('wiring', pwm, {
      iscA: fromSheet(panel.iscA, sheet),
      parallel: known(1, 'computed', 'one string'),
    }).minimumRatingA,
    workingA: fromSheet(panel.impA, sheet),
    deviceType: 'pv-fuse',
    series: 'pv-string-fuse',
    mustProtect: fused,
    ratingA: strings.fuseRatingA,
  }
  return [string, array]
}

/** What charges beside the array: the lead from generator or mains, and each charger's lead to the bus bars. */
function backupDemands(
  { backup, inverter }: Upstream,
  rules: Rules,
  direct: Direct,
  working: Working,
): CircuitDemand[] {
  const { charge, alternator, generator } = backup
  const demands: CircuitDemand[] = []
  const dc = { use: 'battery', installation: rules.battery, deviceType: 'dc-breaker', series: rules.breaker } as const
  const fed = charge?.item
  if (charge && fed) {
    const mainsV = generator?.mainsVoltageV ?? (fed.kind === 'charger' ? fed.inputV : fed.mainsVoltageV)
    const chargerVA = charge.powerW.value / charge.efficiency.value / (fed.kind === 'charger' ? fed.powerFactor : 1)
    const passedVA = charge.builtIn ? (inverter.item?.continuousVA ?? 0) * inverter.quantity : 0
    const { currentA } = working.apply('wiring', apparentCurrent, {
      apparentPowerVA: generator
        ? fromSheet(generator.continuousVA, itemName(generator))
        : known(chargerVA + passedVA, 'computed', 'charger, and what the inverter passes on'),
      voltageV: known(mainsV, 'catalogue', generator ? itemName(generator) : itemName(fed)),
    })
    demands.push({
      ...named('backup-ac'),
      count: 1,
      currentA,
      workingA: currentA,
      voltageV: known(mainsV, 'catalogue', 'mains voltage'),
      highestV: mainsV,
      ac: true,
      use: 'fixed',
      installation: rules.fixed,
      deviceType: 'ac-breaker',
      series: rules.breaker,
      maxParallel: 2,
      mustProtect: true,
      ratingA: null,
    })
    if (!charge.builtIn) {
      const eachA = known(charge.ratedA / charge.quantity, 'catalogue', itemName(fed))
      demands.push({
        ...direct,
        ...dc,
        ...named('charger'),
        count: charge.quantity,
        currentA: eachA,
        workingA: eachA,
      })
    }
  }
  if (alternator?.charger) {
    const { currentA } = alternator
    demands.push({ ...direct, ...dc, ...named('alternator'), count: 1, currentA, workingA: currentA })
  }
  return demands
}

function acDemands({ inverter }: Upstream, rules: Rules, working: Working): CircuitDemand[] {
  const { item, quantity } = inverter
  if (!item) return []
  const sheet = itemName(item)
  const { currentA } = working.apply('wiring', apparentCurrent, {
    apparentPowerVA: fromSheet(item.continuousVA, sheet),
    voltageV: fromSheet(item.mainsVoltageV, sheet),
  })
  return [
    {
      ...named('inverter-ac'),
      count: quantity,
      currentA,
      workingA: currentA,
      voltageV: fromSheet(item.mainsVoltageV, itemName(item)),
      highestV: item.mainsVoltageV,
      ac: true,
      use: 'fixed',
      installation: rules.fixed,
      deviceType: 'ac-breaker',
      series: rules.breaker,
      maxParallel: 2,
      mustProtect: true,
      ratingA: null,
    },
  ]
}
