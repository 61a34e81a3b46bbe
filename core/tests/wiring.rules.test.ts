import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { EMPTY_CIRCUIT_CHOICE } from '../src/job/job.ts'
import type { RuleSetId, RunPlace, Site } from '../src/job/schema.ts'
import type { DrivenBy } from '../src/rules/rule-set.ts'
import { RULE_SETS } from '../src/rules/rules.ts'
import { conductorOf } from '../src/tables/conductor.ts'
import { protectiveOf } from '../src/wiring/bonds.ts'
import type { CircuitDemand } from '../src/wiring/circuits.ts'
import { layCircuit } from '../src/wiring/lay.ts'
import { known, Working } from '../src/working/working.ts'
import { FIELD_SHAPES } from './field-shapes.ts'
import { ISLAND } from './island-rules.ts'

interface Given {
  readonly ruleSet: RuleSetId
  readonly what: string
  readonly kind: Site['kind']
  readonly use: CircuitDemand['use']
  readonly ac: boolean
  readonly place: RunPlace
  readonly drivenBy: DrivenBy
  readonly ambientC: number
  readonly together: number
  readonly device: CircuitDemand['deviceType']
  readonly fused: boolean
  readonly currentA: number
  readonly workingA: number
  readonly continuousA: number
  readonly lengthM: number
  readonly voltageV: number
  readonly terminalC?: 60 | 70 | 75 | 90
}
interface Expected {
  readonly size: string
  readonly parallel: number
  readonly tableA: number
  readonly ambientFactor: number
  readonly groupingFactor: number
  readonly ampacityA: number
  readonly dropFraction: number
  readonly deviceA: number
  readonly minimumA: number
  readonly installation: string
  readonly terminalC: number
  readonly protective: string
}

/** A circuit of its own, far from any bank: what the rules alone make of it. */
function laid(given: Given) {
  const of = (value: number) => known(value, 'entered', 'the example')
  const demand: CircuitDemand = {
    id: 'one',
    kind: 'charger',
    title: given.what,
    count: 1,
    arrayId: null,
    currentA: of(given.currentA),
    workingA: of(given.workingA),
    voltageV: of(given.voltageV),
    highestV: Math.min(given.voltageV, given.ac ? 240 : 60),
    ac: given.ac,
    use: given.use,
    deviceType: given.device,
    drivenBy: given.drivenBy,
    continuousA: of(given.continuousA),
    startA: null,
    place: given.place,
    together: given.together,
    loaded: 2,
    wires: given.ac ? 3 : 2,
    mustProtect: given.fused,
    ratingA: null,
    bankShare: 0,
    prospectiveA: 0,
    terminal: null,
    guardedBy: null,
    deviceEnds: 1,
  }
  const rules = RULE_SETS[given.ruleSet]
  const circuit = layCircuit(
    {
      demand,
      choice: {
        ...EMPTY_CIRCUIT_CHOICE,
        lengthM: given.lengthM,
        ambientC: given.ambientC,
        terminalC: given.terminalC ?? null,
      },
      lengthM: of(given.lengthM),
      rules,
      kind: given.kind,
      maxDropFraction: 0.03,
      devices: SHIPPED_CATALOGUE.devices,
      recordHighC: 35,
      batteryRoomHighC: 30,
      bank: null,
      leadOhm: 0,
      guardA: 0,
      pathAreaMm2: 0,
    },
    new Working('wiring'),
  )
  return { circuit, rules }
}

/**
 * Worked beside this program, step by step, from the tables and the wiring chapter of the handbook: for each the table's
 * figure, its factors, what terminals let through, the device, the drop and the protective conductor.
 */
const BY_HAND: { readonly given: Given; readonly expected: Expected }[] = JSON.parse(
  readFileSync(new URL('fixtures/circuits-by-hand.json', import.meta.url), 'utf8'),
)

describe('circuits worked by hand', () => {
  test('are thirty of each rule set and more', () => {
    for (const id of ['iec', 'north-american'])
      expect(BY_HAND.filter(({ given }) => given.ruleSet === id).length).toBeGreaterThanOrEqual(30)
  })

  test.each(BY_HAND.map((each) => [`${each.given.ruleSet}: ${each.given.what}`, each] as const))(
    '%s',
    (_, { given, expected }) => {
      const { circuit, rules } = laid(given)
      const { cable, device } = circuit
      expect(circuit.lack).toBe('')
      expect({
        size: cable?.size,
        parallel: cable?.parallel,
        ambientFactor: cable?.ambientFactor.value,
        groupingFactor: cable?.groupingFactor.value,
        deviceA: device?.ratingA.value ?? 0,
        installation: circuit.installation,
        terminalC: circuit.terminalC.value,
        protective: protectiveOf(circuit, rules)?.value,
      }).toEqual({
        size: expected.size,
        parallel: expected.parallel,
        ambientFactor: expected.ambientFactor,
        groupingFactor: expected.groupingFactor,
        deviceA: expected.deviceA,
        installation: expected.installation,
        terminalC: expected.terminalC,
        protective: expected.protective,
      })
      expect(cable?.tableA).toBeCloseTo(expected.tableA, 5)
      expect(cable?.ampacityA.value).toBeCloseTo(expected.ampacityA, 3)
      expect(cable?.dropFraction.value).toBeCloseTo(expected.dropFraction, 5)
      if (device) expect(device.minimumA.value).toBeCloseTo(expected.minimumA, 5)
    },
  )
})

describe('whatever the run', () => {
  const area = (given: Given) => {
    const { cable } = laid(given).circuit
    return cable ? conductorOf(cable.size).areaMm2 * cable.parallel : Number.POSITIVE_INFINITY
  }
  const anyRun = fc.constantFrom(...BY_HAND).map(({ given }) => given)

  test('a longer or a hotter one never gets a thinner cable', () => {
    fc.assert(
      fc.property(
        anyRun,
        fc.double({ min: 1, max: 4, noNaN: true }),
        fc.integer({ min: 0, max: 25 }),
        (given, n, k) => {
          expect(area({ ...given, lengthM: given.lengthM * n })).toBeGreaterThanOrEqual(area(given) - 1e-9)
          const hotter = Math.min(80, given.ambientC + k)
          // Several thinner in parallel may stand for one thick one: their copper together is not less.
          expect(area({ ...given, ambientC: hotter })).toBeGreaterThanOrEqual(area(given) - 1e-9)
        },
      ),
      { numRuns: 120 },
    )
  })

  test('every conductor carries its device by its own rule set, and a larger device no smaller protective conductor', () => {
    fc.assert(
      fc.property(anyRun, fc.double({ min: 1, max: 2, noNaN: true }), (given, k) => {
        const { circuit, rules } = laid(given)
        const { cable, device } = circuit
        if (!cable || !device) return
        expect(cable.ampacityA.value).toBeGreaterThanOrEqual(device.ratingA.value - 1e-6)
        const protective = (ratingA: number) =>
          conductorOf(rules.protectiveConductor(ratingA, cable.size, cable.size, cable.parallel).value).areaMm2
        expect(protective(device.ratingA.value * k)).toBeGreaterThanOrEqual(protective(device.ratingA.value))
      }),
      { numRuns: 80 },
    )
  })
})

describe.each(Object.entries(FIELD_SHAPES))('shape %s', (_, job) => {
  const { wiring } = design(job, SHIPPED_CATALOGUE)

  test('every device can interrupt what a short there drives, and every conductor carries its device', () => {
    for (const { id, device, shortA, cable } of wiring.circuits) {
      if (!device?.item) continue
      expect(device.item.interruptingA, id).toBeGreaterThanOrEqual(shortA.value - 1e-6)
      expect(cable?.ampacityA.value, id).toBeGreaterThanOrEqual(device.ratingA.value - 1e-6)
    }
  })

  test('every source has a device and an isolator in reach; every case of metal has its protective conductor', () => {
    const opens = new Set(['isolator', 'battery-switch'])
    for (const circuit of wiring.circuits.filter(({ kind }) => kind === 'array' || kind === 'battery-main')) {
      const isolated = wiring.fittings.some(
        ({ role, item, servedBy, circuitIds }) =>
          opens.has(role) && (item !== null || servedBy !== '') && circuitIds.includes(circuit.id),
      )
      expect(isolated, circuit.id).toBe(true)
      expect(circuit.device, circuit.id).not.toBeNull()
    }
    if (wiring.circuits.length === 0) return
    expect(wiring.bonds.some(({ what }) => what === 'frames')).toBe(
      wiring.circuits.some(({ kind }) => kind === 'array'),
    )
    expect(wiring.bonds.filter(({ what }) => what === 'neutral').length).toBe(
      wiring.circuits.some(({ kind }) => kind === 'inverter-ac') ? 1 : 0,
    )
  })
})

describe('a third rule set', () => {
  const island = design(fieldStation(), SHIPPED_CATALOGUE, () => ISLAND)
  const ordinary = design(fieldStation(), SHIPPED_CATALOGUE)

  test('is a third file: every circuit is laid, fused and earthed by it', () => {
    expect(island.needs).toEqual([])
    expect(island.wiring.rules).toBe(ISLAND)
    for (const { id, use, installation, terminalC, factor, device, cable, series } of island.wiring.circuits) {
      expect(installation, id).toBe(use === 'pv' ? 'pv-free-air' : 'na-free-air-75')
      expect([terminalC.value, factor.value]).toEqual([90, 1.5])
      expect(['battery-fuse', 'pv-string-fuse', 'na-breaker']).toContain(series)
      expect(cable?.dropFraction.value).toBeLessThanOrEqual(0.02 + 1e-9)
      if (device?.item) expect(device.item.series).toBe(series)
    }
    for (const { size, what } of island.wiring.bonds)
      expect(size.value).toBe(what === 'electrode' ? '1/0 AWG' : '2 AWG')
    expect(island.plant.units.some(({ role }) => role === 'surge')).toBe(false)
    expect(Math.max(...island.wiring.paths.map(({ dropFraction }) => dropFraction))).toBeLessThanOrEqual(0.04 + 1e-9)
  })

  test('raises nothing against its own design, and is bought by its own sizes', () => {
    const own = findings(island).filter(({ id }) => /^(wire|protect|earth|surge)\./.test(id))
    expect(own).toEqual([])
    const cables = island.parts.lines.filter(({ item }) => item.kind === 'cable').map(({ item }) => item.model)
    expect(cables.some((model) => model.includes('AWG'))).toBe(true)
    expect(island.parts.price.value).not.toBe(ordinary.parts.price.value)
  })
})
