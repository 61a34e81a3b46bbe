import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { RUN_PLACES, type RunPlace, type Site } from '../src/job/schema.ts'
import { ampacityOf } from '../src/rules/ampacity.ts'
import type { Ruled } from '../src/rules/rule-set.ts'
import { RULE_SETS, rulesOf } from '../src/rules/rules.ts'
import { sizesOf } from '../src/rules/ways.ts'
import { conductorOf, isAwg } from '../src/tables/conductor.ts'

const { iec, 'north-american': na } = RULE_SETS
const sets = Object.values(RULE_SETS).map((set) => [set.name, set] as const)

describe.each(sets)('%s', (_, set) => {
  test('every figure names where it stands', () => {
    const ruled: Ruled<unknown>[] = [
      set.groupedBy,
      set.smallConductors,
      set.parallel.smallestSize,
      set.pvCurrentFactor,
      ...Object.values(set.factor),
      set.continuousFactor,
      set.nextDeviceUp,
      set.surgeFromM(null),
      set.surgeFromM(3),
      set.stringFuse,
      set.frameBonding.protected,
      set.frameBonding.exposed,
      set.electrodeConductor,
      set.systemBond,
      set.residualCurrent,
      set.terminalC(20),
      set.deviceToBatteryM({ kind: 'boat' }),
      set.protectiveConductor(30, set.id === 'iec' ? '6 mm2' : '10 AWG', set.id === 'iec' ? '6 mm2' : '10 AWG'),
      ...set.disconnects,
      ...set.labels,
    ]
    for (const { source } of [...ruled, ...Object.values(set.ambient)]) expect(source).toMatch(/\w{3}/)
  })

  test.each(['building', 'vehicle', 'boat', 'trailer', 'equipment'] as const)(
    'on a %s ways of laying have sizes of the set, and the one taken at each place is among them',
    (kind) => {
      for (const use of ['pv', 'battery', 'fixed'] as const)
        for (const ac of use === 'fixed' ? [true, false] : [false])
          for (const place of RUN_PLACES) {
            const ways = set.installations({ kind, use, ac })
            const taken = set.laid({ kind, use, ac, place })
            expect(taken.source).toMatch(/\w{3}/)
            expect(ways, `${use} ${place}`).toContain(taken.value)
            for (const way of ways) expect(sizesOf(way).length).toBeGreaterThan(4)
          }
    },
  )

  test('battery cable of 105 °C is read in boats and vehicles, never by itself in a building', () => {
    const laid = (kind: Site['kind'], place: RunPlace) => set.laid({ kind, use: 'battery', ac: false, place }).value
    for (const place of RUN_PLACES) expect(laid('building', place)).not.toMatch(/^battery-105/)
    expect(set.installations({ kind: 'building', use: 'battery', ac: false }).join()).not.toMatch(/battery-105/)
    expect(laid('boat', 'battery room')).toMatch(/^battery-105/)
    expect(laid('vehicle', 'engine space')).toMatch(/^battery-105.*engine$/)
  })

  test('conductors are told apart by role, word and pattern', () => {
    expect(new Set(set.colours.map(({ role }) => role)).size).toBe(7)
    const ac = set.colours.filter(({ role }) => role.startsWith('ac-')).map(({ name }) => name)
    expect(new Set(ac).size).toBe(ac.length)
    expect(set.colours.find(({ role }) => role === 'protective')?.name).toMatch(/green/)
  })

  test('a whole path may lose more than a leg, and what is critical on a boat less', () => {
    const land = set.drop({ kind: 'building' }, false)
    expect([land.leg.value, land.path.value]).toEqual([0.03, 0.05])
    expect(set.drop({ kind: 'boat' }, true).leg.value).toBe(0.03)
    expect(set.drop({ kind: 'boat' }, false).leg.value).toBe(0.1)
  })

  test('the first device stands 18 cm from a battery in a boat or a vehicle, near it in a building', () => {
    expect((['boat', 'vehicle', 'trailer'] as const).map((kind) => set.deviceToBatteryM({ kind }).value)).toEqual([
      0.18, 0.18, 0.18,
    ])
    expect(set.deviceToBatteryM({ kind: 'building' }).value).toBe(1)
  })
})

describe('what the sets differ in', () => {
  test('the factors of a PV circuit: once, and once more for conductor and device', () => {
    expect([iec.pvCurrentFactor.value, iec.factor.sun.value]).toEqual([1.25, 1])
    expect(na.pvCurrentFactor.value * na.factor.sun.value).toBeCloseTo(1.5625, 6)
    expect(iec.stringFuse.value).toEqual({ leastOfIsc: 1.5, mostOfIsc: 2.4 })
    expect(na.stringFuse.value).toEqual({ leastOfIsc: 1.5625, mostOfIsc: null })
  })

  test.each([
    [20, 60],
    [100, 60],
    [100.1, 75],
    [250, 75],
  ])('a terminal for %d A that is not marked is taken at %d °C in North America', (currentA, terminalC) => {
    expect(na.terminalC(currentA).value).toBe(terminalC)
    expect(iec.terminalC(currentA).value).toBe(70)
  })

  test('small conductors have limits of their own in North America alone', () => {
    expect(na.smallConductors.value.map(({ size, mostA }) => [size, mostA])).toEqual([
      ['14 AWG', 15],
      ['12 AWG', 20],
      ['10 AWG', 30],
    ])
    expect(iec.smallConductors.value).toEqual([])
    expect([na.parallel.smallestSize.value, iec.parallel.smallestSize.value]).toEqual(['1/0 AWG', null])
    expect([na.groupedBy.value, iec.groupedBy.value]).toEqual(['conductors', 'circuits'])
  })

  test.each([
    ['4 mm2', '4 mm2'],
    ['16 mm2', '16 mm2'],
    ['25 mm2', '16 mm2'],
    ['35 mm2', '16 mm2'],
    ['70 mm2', '35 mm2'],
    ['95 mm2', '50 mm2'],
  ])('IEC 60364-5-54: a phase of %s takes a protective conductor of %s', (phase, earth) => {
    expect(iec.protectiveConductor(100, phase, phase).value).toBe(earth)
  })

  test.each([
    [15, '14 AWG', '14 AWG', '14 AWG'],
    [20, '12 AWG', '12 AWG', '12 AWG'],
    [60, '6 AWG', '6 AWG', '10 AWG'],
    [100, '3 AWG', '3 AWG', '8 AWG'],
    [200, '3/0 AWG', '3/0 AWG', '6 AWG'],
    // Laid thicker against the drop: raised in proportion, never thicker than the phase.
    [20, '6 AWG', '12 AWG', '6 AWG'],
    [100, '1/0 AWG', '3 AWG', '4 AWG'],
  ])('NEC 250.122: %d A on %s, required %s, takes %s', (deviceA, phase, required, earth) => {
    expect(na.protectiveConductor(deviceA, phase, required).value).toBe(earth)
  })

  test('sizes are of their own system', () => {
    expect(isAwg(na.frameBonding.exposed.value) && isAwg(na.electrodeConductor.value)).toBe(true)
    expect(isAwg(iec.frameBonding.exposed.value) || isAwg(iec.electrodeConductor.value)).toBe(false)
    expect(conductorOf(iec.electrodeConductor.value).areaMm2).toBe(16)
    expect(rulesOf({ ruleSet: 'iec' })).toBe(iec)
  })

  test('hot air and neighbours leave a cable less in both', () => {
    for (const set of [iec, na]) {
      const installation = set.laid({ kind: 'building', use: 'fixed', ac: true, place: 'indoors' }).value
      const [size = ''] = sizesOf(installation).slice(4)
      const at = (ambientC: number, circuits: number) =>
        ampacityOf({ installation, size, ambientC, terminalC: 75, currentCarrying: 2 * circuits, circuits }).correctedA
      expect(at(45, 1)).toBeLessThan(at(30, 1))
      expect(at(30, 3)).toBeLessThan(at(30, 1))
    }
  })
})

test('nothing outside the rules asks which set it is', () => {
  const source = join(import.meta.dirname, '../src')
  const asking = readdirSync(source, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !/^(rules|demo|job)\//.test(file))
    .filter((file) => /ruleSet\s*[!=]==|rules\.id\s*[!=]==/.test(readFileSync(join(source, file), 'utf8')))
  expect(asking).toEqual([])
})
