import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import { STANDARD_RATINGS_A } from '../src/tables/standard-ratings.ts'
import { from, holds, whole } from './definition.ts'
import { circuitOf, designed, stationWith } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

describe('the wiring link', () => {
  test.each(['iec', 'north-american'] as const)(
    'every circuit of %s carries its device, which carries its current',
    (ruleSet) => {
      const site = ruleSet === 'iec' ? { ruleSet } : { ruleSet, mainsVoltageV: 120, mainsFrequencyHz: 60 }
      const { wiring } = stationWith({ site })
      expect(wiring.circuits.length).toBeGreaterThan(5)
      for (const circuit of wiring.circuits) {
        expect(circuit.lack).toBe('')
        expect(circuit.cable?.size).toMatch(ruleSet === 'iec' ? /mm2$/ : /AWG$/)
        if (!circuit.device) continue
        expect(circuit.cable?.ampacityA.value).toBeGreaterThanOrEqual(circuit.device.ratingA.value)
        const { ratingA, minimumA } = circuit.device
        expect(ratingA.value, circuit.id).toBeGreaterThanOrEqual(minimumA.value - 1e-9)
        expect(minimumA.value).toBeGreaterThanOrEqual(circuit.factor.value * circuit.currentA.value - 1e-9)
        expect(minimumA.value).toBeGreaterThanOrEqual(1.25 * circuit.continuousA.value - 1e-9)
      }
    },
  )

  test('a battery string is sized with one string out', () => {
    const result = stationWith()
    const main = circuitOf(result, 'battery-main').currentA.value
    expect(circuitOf(result, 'battery-string').currentA.value).toBeCloseTo(
      main / ((result.battery.bank?.parallel.value ?? 0) - 1),
      9,
    )
  })

  test('a longer run takes a thicker cable, a stricter drop too', () => {
    const area = (result: Design) => Number.parseFloat(circuitOf(result, 'array').cable?.size ?? '')
    const near = stationWith({ circuits: { array: { lengthM: 5 } } })
    const far = stationWith({ circuits: { array: { lengthM: 60 } } })
    const strict = stationWith({ circuits: { array: { lengthM: 5, maxDropFraction: 0.003 } } })
    expect(area(far)).toBeGreaterThan(area(near))
    expect(area(strict)).toBeGreaterThan(area(near))
    expect(circuitOf(far, 'array').cable?.limitedBy).toBe('voltage drop')
  })

  test('a run no cable can make is said with what would help, and the rest is answered', () => {
    const result = stationWith({ circuits: { 'dc-loads': { lengthM: 4000 } } })
    expect(result.needs.map(({ message }) => message)[0]).toMatch(
      /^Bus bars to DC board: no size of iec-pvc70-b1 .* a shorter run, a higher voltage/,
    )
    expect(circuitOf(result, 'battery-main').cable).not.toBeNull()
  })

  test('an edit of one circuit lays that one: the others stay the same objects', () => {
    const job = fieldStation()
    const laid = (circuitId: string, lengthM: number) =>
      designed(apply(job, { act: 'set-circuit', circuitId, patch: { lengthM } })).wiring.circuits
    const changed = (circuitId: string) => {
      const [short, long] = [laid(circuitId, 1), laid(circuitId, 1.2)]
      expect(short.length).toBeGreaterThan(5)
      return short.filter((circuit) => !long.includes(circuit)).map(({ id }) => id)
    }
    expect(changed('inverter-ac')).toEqual(['inverter-ac'])
    // What a short behind the bank's own lead is driven through is another current; the strings of the array are not behind it.
    expect(changed('battery-main')).toContain('battery-main')
    expect(changed('battery-main')).not.toContain('string')
  })

  test('is the same however the circuits came to be as they are', () => {
    const act = fc.oneof(
      fc.record({
        circuitId: fc.constantFrom('battery-main', 'array', 'inverter-dc', 'dc-loads', 'controller'),
        patch: fc.record(
          {
            lengthM: fc.constantFrom(0.5, 3, 12, 40),
            maxDropFraction: fc.constantFrom(0.01, 0.03, null),
            ambientC: fc.constantFrom(20, 45, null),
            deviceId: fc.constantFrom('none', null),
            parallel: fc.constantFrom(1, 2, null),
          },
          { requiredKeys: [] },
        ),
      }),
      fc.constantFrom<Edit>(
        { act: 'set-site', patch: { arrayToBatteryM: 33 } },
        { act: 'set-site', patch: { ruleSet: 'north-american' } },
        { act: 'set-site', patch: { ruleSet: 'iec' } },
        { act: 'change-loads', changes: [{ id: 'fan', patch: { powerW: 140 } }] },
      ),
    )
    fc.assert(
      fc.property(fc.array(act, { minLength: 2, maxLength: 6 }), (acts) => {
        let job = fieldStation()
        for (const each of acts) {
          job = apply(job, 'act' in each ? each : { act: 'set-circuit', ...each })
          const { circuits, needs } = designed(job).wiring
          const fresh = design(structuredClone(job), structuredClone(SHIPPED_CATALOGUE)).wiring
          expect({ circuits, needs }).toEqual({ circuits: fresh.circuits, needs: fresh.needs })
        }
      }),
      { numRuns: 12 },
    )
  })

  test('a thin join between batteries in series is held against the fuse of its string', () => {
    const job = FIELD_SHAPES.T
    const made = designed(job)
    const join = circuitOf(made, 'battery-series')
    expect([join.device, join.guardA]).toEqual([null, circuitOf(made, 'battery-main').device?.ratingA.value])
    expect(join.cable?.ampacityA.value).toBeGreaterThanOrEqual(join.guardA)
    // It carries its current and the rule set's factor of it, and not the fuse.
    const thin = designed(apply(job, { act: 'set-circuit', circuitId: 'battery-series', patch: { size: '35 mm2' } }))
    expect(
      findings(thin)
        .map(({ id, message }) => `${id}: ${message}`)
        .join(),
    ).toMatch(/wire\.ampacity: Series joins of the batteries: 35.mm² .* the device that protects it is 150.A/)
  })

  test('devices at the bank can interrupt what it can deliver', () => {
    const result = stationWith()
    const bankA = result.battery.bank?.shortCircuitA.value ?? 0
    for (const id of ['controller', 'battery-string', 'battery-main', 'inverter-dc', 'dc-loads']) {
      const { device, shortA } = circuitOf(result, id)
      expect(device?.item?.interruptingA).toBeGreaterThanOrEqual(shortA.value)
      expect(shortA.value).toBeGreaterThan(bankA / 4)
    }
  })

  test('three strings on a controller get their fuses', () => {
    const result = stationWith({
      panelId: 'dorveth-545',
      controller: { itemId: 'lanthorn-m250-100', quantity: 1, panelsPerString: 2, stringsPerController: 3 },
    })
    expect(circuitOf(result, 'string')).toMatchObject({
      count: 3,
      mustProtect: true,
      device: { item: { type: 'pv-fuse' }, ratingA: { value: 25 } },
    })
  })

  test('a chosen cable stands beside the design’s device, and its limit is its own', () => {
    const { cable } = circuitOf(stationWith({ circuits: { 'inverter-dc': { size: '70 mm2' } } }), 'inverter-dc')
    expect(cable).toMatchObject({ size: '70 mm2', parallel: 1, chosen: true, limitedBy: null })
    // The table of XLPE, corrected for 35 °C, then held to what PVC carries by terminals of 70 °C.
    expect(
      [cable?.tableA, cable?.correctedA, cable?.ampacityA.value].map((amps) => Math.round((amps ?? 0) * 100) / 100),
    ).toEqual([269, 258.24, 213])
  })
})

describe('definitions', () => {
  holds(
    'wire.voltage-drop',
    {
      currentA: from(0, 300),
      lengthM: from(0, 100),
      size: fc.constantFrom('10 mm2', '70 mm2'),
      voltageV: from(10, 400),
      parallel: whole(1, 4),
      conductorC: from(0, 100),
      phases: fc.constantFrom('two-wire', 'three-phase'),
    },
    (i) => {
      const at20 = { '10 mm2': 1.91, '70 mm2': 0.272 }[i.size as '10 mm2']
      const ohm =
        ((i.phases === 'two-wire' ? 2 : Math.sqrt(3)) * i.lengthM * at20 * (1 + 0.00393 * (i.conductorC - 20))) /
        1000 /
        i.parallel
      return { resistanceOhm: ohm, dropV: ohm * i.currentA, dropFraction: (ohm * i.currentA) / i.voltageV }
    },
  )
  holds(
    'protect.rating',
    {
      currentA: from(0, 400),
      series: fc.constantFrom('na-breaker', 'iec-breaker', 'battery-fuse'),
      ampacityA: from(10, 700),
    },
    (i) => {
      const ratingA =
        STANDARD_RATINGS_A[i.series as 'na-breaker'].find((rating) => rating >= 1.25 * i.currentA) ?? Number.NaN
      return { minimumA: 1.25 * i.currentA, ratingA, conductorProtected: ratingA <= i.ampacityA }
    },
  )
})
