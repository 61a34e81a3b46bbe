import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { fieldStation } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import { LOAD_BASES, type Load, PRIORITIES } from '../src/job/schema.ts'
import { unitsOf } from '../src/plant/plant.ts'
import { designed, load } from './designed.ts'

const NOTHING_ELSE = { controllerStandbyW: 0, monitorStandbyW: 0, loadMarginFraction: 0, batteryHeating: null } as const
const MONTHS = Array.from({ length: 12 }, (_, i) => i)

const anyLoad = fc
  .record({
    quantity: fc.integer({ min: 0, max: 4 }),
    powerW: fc.option(fc.double({ min: 1, max: 900, noNaN: true })),
    hoursPerDay: fc.double({ min: 0.1, max: 24, noNaN: true }),
    dutyCycle: fc.double({ min: 0.1, max: 1, noNaN: true }),
    daysPerWeek: fc.integer({ min: 1, max: 7 }),
    supply: fc.constantFrom('ac', 'dc'),
    voltageV: fc.constantFrom(null, 12, 24, 48),
    converterEfficiency: fc.constantFrom(null, 0.8, 0.95),
    group: fc.constantFrom('', 'Kitchen', 'Workshop', 'Outside'),
    basis: fc.constantFrom(...LOAD_BASES),
    priority: fc.constantFrom(...PRIORITIES),
    stage: fc.constantFrom('now', 'now', 'now', 'later'),
    monthFactors: fc.option(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 12, maxLength: 12 })),
    hoursOfDay: fc.option(fc.uniqueArray(fc.integer({ min: 0, max: 23 }), { minLength: 1, maxLength: 8 })),
    weekendHoursOfDay: fc.option(fc.uniqueArray(fc.integer({ min: 0, max: 23 }), { minLength: 1, maxLength: 8 })),
  })
  .map((figures) => load({ ...figures, startW: null } as Partial<Load>))
const anyList = fc
  .array(anyLoad, { minLength: 1, maxLength: 9 })
  .map((loads) => loads.map((each, i): Load => ({ ...each, id: `l${i}`, name: `Load ${i}` })))

/** The demo job with other loads, and nothing but the loads at the bus. */
const withLoads = (loads: Load[]) => ({ ...fieldStation(), ...NOTHING_ELSE, loads })

/** What a list comes to, written a second time from the handbook: energy at the bus before the inverter, Wh a day. */
function secondWriting(loads: readonly Load[], systemVoltageV: number) {
  const rows = loads.flatMap((each) => {
    if (each.stage !== 'now' || each.quantity === 0 || each.powerW === null) return []
    const listedWh = each.quantity * each.powerW * (each.hoursPerDay ?? 0) * each.dutyCycle * (each.daysPerWeek / 7)
    const converts = each.supply === 'dc' && each.voltageV !== null && each.voltageV !== systemVoltageV
    return [{ each, listedWh, factor: converts ? 1 / (each.converterEfficiency ?? 0.85) : 1 }]
  })
  const sum = (supply: Load['supply'], month: number) =>
    rows
      .filter(({ each }) => each.supply === supply)
      .reduce((wh, { each, listedWh, factor }) => wh + listedWh * factor * (each.monthFactors?.[month] ?? 1), 0)
  return { rows, acWh: MONTHS.map((month) => sum('ac', month)), dcWh: MONTHS.map((month) => sum('dc', month)) }
}

describe('the day at the bus', () => {
  test('of any list is what a second writing of it gives, month by month', () => {
    fc.assert(
      fc.property(
        anyList.filter((loads) =>
          loads.every(({ hoursOfDay, weekendHoursOfDay }) => !hoursOfDay && !weekendHoursOfDay),
        ),
        (loads) => {
          const { loads: result, battery, inverter } = designed(withLoads(loads))
          const { acWh, dcWh } = secondWriting(loads, battery.systemVoltageV.value)
          const efficiency = inverter.efficiency?.value ?? 0.9
          const idleWh = result.idleEnergyWh.value
          MONTHS.forEach((month) => {
            const wh = (acWh[month] ?? 0) / efficiency + (dcWh[month] ?? 0) + idleWh
            expect(result.busByMonthWh.value[month]).toBeCloseTo(wh, 6)
          })
        },
      ),
      { numRuns: 60 },
    )
  })

  test('in its heaviest month is what the year says of that month', () => {
    fc.assert(
      fc.property(anyList, (loads) => {
        const { loads: result } = designed(withLoads(loads))
        const month = result.busByMonthWh.value[result.heaviestMonth - 1] ?? 0
        expect(result.busDailyEnergyWh.value).toBeCloseTo(month, 6)
      }),
      { numRuns: 60 },
    )
  })

  test('five weekdays and two days of the weekend make seven of the average day', () => {
    fc.assert(
      fc.property(anyList, (loads) => {
        const { loads: result } = designed(withLoads(loads))
        if (!result.weekBusWh) return
        const { weekday, weekend } = result.weekBusWh
        expect((5 * weekday.value + 2 * weekend.value) / 7).toBeCloseTo(result.busDailyEnergyWh.value, 6)
      }),
      { numRuns: 60 },
    )
  })

  test('a job out of use in some months asks nothing then', () => {
    const job = apply(fieldStation(), { act: 'set-site', patch: { monthsInUse: [4, 5, 6, 7] } })
    const { busByMonthWh } = designed(job).loads
    expect(busByMonthWh.value.map((wh) => wh > 0)).toEqual(MONTHS.map((month) => month >= 3 && month <= 6))
  })
})

describe('totals of a list', () => {
  test('by room, by basis and by priority each come to the whole, and no part stands twice', () => {
    fc.assert(
      fc.property(anyList, (loads) => {
        const { loads: result } = designed(withLoads(loads))
        const wholeWh = result.counted.reduce((sum, { wh }) => sum + wh.value, 0)
        for (const totals of [result.byGroup, result.byBasis, result.byPriority]) {
          expect(totals.reduce((sum, { dailyEnergyWh }) => sum + dailyEnergyWh.value, 0)).toBeCloseTo(wholeWh, 6)
          expect(new Set(totals.map(({ name }) => name)).size).toBe(totals.length)
        }
      }),
      { numRuns: 40 },
    )
  })

  test('the largest room stands first, the best known basis too', () => {
    fc.assert(
      fc.property(anyList, (loads) => {
        const { byGroup, byBasis } = designed(withLoads(loads)).loads
        const wh = byGroup.map(({ dailyEnergyWh }) => dailyEnergyWh.value)
        expect(wh).toEqual(wh.toSorted((a, b) => b - a))
        const order = byBasis.map(({ name }) => LOAD_BASES.indexOf(name))
        expect(order).toEqual(order.toSorted((a, b) => a - b))
      }),
      { numRuns: 40 },
    )
  })

  test('the share measured is that of the meter and the clamp', () => {
    fc.assert(
      fc.property(anyList, (loads) => {
        const { measuredFraction, counted } = designed(withLoads(loads)).loads
        const sum = (rows: typeof counted) => rows.reduce((wh, row) => wh + row.wh.value, 0)
        const measured = counted.filter(({ load: { basis } }) => basis === 'meter' || basis === 'clamp')
        expect(measuredFraction.value).toBeCloseTo(sum(counted) > 0 ? sum(measured) / sum(counted) : 0, 9)
      }),
      { numRuns: 40 },
    )
  })

  test('an edit of one row leaves the totals it is not in as they were', () => {
    const job = fieldStation()
    const fan = job.loads.find(({ id }) => id === 'fan') as Load
    const before = designed(job).loads
    const after = designed(apply(job, { act: 'change-loads', changes: [{ id: 'fan', patch: { powerW: 61 } }] })).loads
    const others = before.byGroup.filter(({ name }) => name !== fan.group)
    expect(others.length).toBeGreaterThan(1)
    for (const { name, dailyEnergyWh } of others)
      expect(after.byGroup.find((each) => each.name === name)?.dailyEnergyWh).toBe(dailyEnergyWh)
    const ofFan = (totals: typeof before) => totals.byGroup.find(({ name }) => name === fan.group)?.dailyEnergyWh.value
    expect(ofFan(after)).not.toBe(ofFan(before))
  })
})

describe('converters', () => {
  const lamp = load({ id: 'lamp', name: 'Lamp', supply: 'dc', voltageV: 12, powerW: 20, hoursPerDay: 5 })

  test('feed what wants another voltage than the system, by the efficiency of their sheet or a safer one', () => {
    const lossOf = (figures: Partial<Load>) => {
      const { loads, battery, plant } = designed(withLoads([{ ...lamp, ...figures }]))
      expect(battery.systemVoltageV.value).toBe(24)
      return {
        ids: plant.branches.filter(({ convertedV }) => convertedV !== null).map(({ id }) => id),
        dcWh: loads.dcDailyEnergyWh.value,
      }
    }
    const fixed = (voltageV: number | null, converterEfficiency: number | null = null) =>
      lossOf({ voltageV, converterEfficiency })
    expect(fixed(null)).toEqual({ ids: [], dcWh: 100 })
    expect(fixed(24)).toEqual({ ids: [], dcWh: 100 })
    expect(fixed(12, 0.8)).toEqual({ ids: ['lamp'], dcWh: 125 })
    expect(fixed(12).dcWh).toBeCloseTo(100 / 0.85, 9)
  })

  test('are units of the plant: one for the loads of a room, another for another room or voltage, none for the rest', () => {
    const radio = { ...lamp, id: 'radio', name: 'Radio' }
    const shed = { ...lamp, id: 'pump', name: 'Pump', group: 'Shed' }
    const usb = { ...lamp, id: 'usb', name: 'Charger', voltageV: 5 }
    const plantOf = (...loads: Load[]) => designed(withLoads([...loads, load({ id: 'kettle' })])).plant
    const converters = (...loads: Load[]) => unitsOf(plantOf(...loads), 'converter').map(({ name }) => name)
    expect(converters(lamp, radio)).toHaveLength(1)
    expect(converters(lamp, radio, shed, usb)).toEqual([
      `Converter, ${lamp.name}`,
      'Converter, Pump',
      'Converter, Charger',
    ])
    const { joints } = plantOf(lamp)
    expect(joints.find(({ id }) => id === `dc-branch-${lamp.id}`)).toMatchObject({
      from: { unitId: 'dc-board' },
      to: { unitId: `converter.${lamp.id}` },
    })
  })

  test('are regulators where a row wants the system’s own voltage and gives an efficiency', () => {
    const steady = { ...lamp, voltageV: null, converterEfficiency: 0.8 }
    const made = designed(withLoads([steady]))
    expect(made.loads.dcDailyEnergyWh.value).toBeCloseTo(125, 9)
    const fitted = made.wiring.fittings.find(({ role }) => role === 'converter')
    expect(fitted?.item).toMatchObject({ id: 'kelder-r24-10', inputV: 24, outputV: 24 })
    expect(made.parts.lines.map(({ item }) => item.id)).toContain('kelder-r24-10')
  })

  test('are worked out anew where the efficiency is put right, though the energy stands', () => {
    const job = withLoads([{ ...lamp, converterEfficiency: 0.8 }])
    const better = apply(job, { act: 'change-loads', changes: [{ id: 'lamp', patch: { converterEfficiency: 0.96 } }] })
    expect(designed(job).loads.dcDailyEnergyWh.value).toBeCloseTo(125, 9)
    expect(designed(better).loads.dcDailyEnergyWh.value).toBeCloseTo(100 / 0.96, 9)
    expect(designed(job).loads.dcDailyEnergyWh.value).toBeCloseTo(125, 9)
  })
})
