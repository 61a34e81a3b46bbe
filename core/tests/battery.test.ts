import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { ventilation } from '../src/after/bank-care.ts'
import { alternatives, compareChemistries } from '../src/after/chemistries.ts'
import { compareVoltages } from '../src/after/voltages.ts'
import { stepOf } from '../src/chain/design.ts'
import { clinic, demoJobs, fieldStation, rescueHut } from '../src/demo/demo.ts'
import { EMPTY_BACKUP } from '../src/job/job.ts'
import { from, holds, whole } from './definition.ts'
import { altered, designed, load, stationWith } from './designed.ts'

describe('the battery link', () => {
  test('depth, days and age entered stand in the working as entered', () => {
    const result = stationWith({ battery: { autonomyDays: 2, depthOfDischarge: 0.7, agingFactor: 1 } })
    const figure = result.battery.requiredNominalWh
    if (!figure) throw new Error('no figure')
    expect(stepOf(result, figure)?.inputs).toMatchObject({
      autonomyDays: { value: 2, origin: 'entered' },
      depthOfDischarge: { value: 0.7, origin: 'entered' },
      agingFactor: { value: 1, origin: 'entered' },
    })
  })

  test.each([
    [{ critical: true }, 'none', 5],
    [{ critical: false }, 'none', 3],
    [{ critical: false }, 'generator', 2],
  ] as const)('days without sun by the brief: %j with %s', (site, kind, days) => {
    const { battery } = stationWith({
      site,
      option: { backup: { ...EMPTY_BACKUP, kind, months: [] } },
      battery: { autonomyDays: null },
    })
    expect(battery.autonomyDays).toMatchObject({ value: days, origin: 'assumption' })
  })

  test('a room too cold to charge lithium says so, and a heated box mends it', () => {
    const cold = stationWith({ site: { batteryRoomLowC: -12 } })
    expect(cold.needs[0]?.message.replaceAll('\u00a0', ' ')).toMatch(
      /no charging below 0 °C.*keep it warmer, or put the bank into a heated box/,
    )
    expect(
      stationWith({ site: { batteryRoomLowC: -12 }, battery: { coldProtected: true } }).battery.item?.chemistry,
    ).toBe('lithium iron phosphate')
  })

  test('a chemistry asked for that makes no bank is said, and not replaced by another', () => {
    const { battery } = stationWith({ battery: { chemistry: 'agm lead-acid' } })
    expect(battery.bank).toBeNull()
    expect(battery.needs[0]?.message).toMatch(/none in the catalogue makes this bank of 24 V \(it takes more strings/)
  })

  test('a chemistry asked for is taken where it fits', () => {
    expect(stationWith({ battery: { chemistry: 'tubular lead-acid' } }).battery.item?.id).toBe('murrow-v2-420')
  })

  test('two-volt cells make 24 V of twelve in series', () => {
    const { bank } = stationWith({ battery: { itemId: 'murrow-v2-420' } }).battery
    expect([bank?.series.value, bank?.voltageV.value, bank?.units]).toEqual([12, 24, 36])
  })

  test('an inverter that draws more than the capacity needs puts more strings in parallel', () => {
    const small = stationWith({ loads: [load({ powerW: 1500, hoursPerDay: 0.05 })] })
    expect(small.battery.bank?.maxDischargeA).toBeGreaterThanOrEqual(small.inverter.fullCurrentA?.value ?? 0)
  })

  test('a unit that is not in the catalogue any more is asked for', () => {
    expect(stationWith({ battery: { itemId: 'gone' } }).needs[0]?.message).toBe(
      'a battery: "gone" is not in the catalogue',
    )
  })
})

describe('choosing a battery', () => {
  test('eight chemistries, each with its cheapest bank that fits; a factor moves price, cycle and kWh alike', () => {
    const job = fieldStation()
    const before = compareChemistries(designed(job))
    const halved = { ...job, batteryPriceFactors: { 'lithium iron phosphate': 0.5 } as const }
    const after = compareChemistries(designed(halved))
    expect(before.length).toBe(8)
    const lithium = (list: typeof before) => list.find(({ chemistry }) => chemistry === 'lithium iron phosphate')
    expect(lithium(after)?.price).toBe((lithium(before)?.price ?? 0) / 2)
    expect(lithium(after)?.pricePerKwh).toBeCloseTo((lithium(before)?.pricePerKwh ?? 0) / 2, 9)
    for (const { bank, inUse } of before) expect(inUse ? bank?.fits : true).toBe(true)
    // A kWh over fifteen years: sets × price ÷ (days × daily energy).
    const each = lithium(before)
    const kwh = (15 * 365.25 * designed(job).loads.busDailyEnergyWh.value) / 1000
    expect(each?.pricePerKwh).toBeCloseTo(((each?.sets ?? 0) * (each?.price ?? 0)) / kwh, 6)
  })

  test('one string fewer falls short, one more is over', () => {
    const [less, chosen, more] = alternatives(designed(fieldStation()))
    expect(less?.overFraction).toBeLessThan(0)
    expect(chosen).toMatchObject({ chosen: true, units: 6 })
    expect(more?.overFraction).toBeGreaterThan(chosen?.overFraction ?? 0)
  })

  test('a higher voltage takes a thinner, cheaper main cable', () => {
    const job = fieldStation()
    const cables = compareVoltages(designed(job)).map(({ cable }) => cable?.price ?? Infinity)
    expect(cables[1]).toBeLessThan(cables[0] ?? 0)
    expect(cables[2]).toBeLessThan(cables[1] ?? 0)
  })

  test('bare cells make a block of the system’s voltage, and are never chosen unasked', () => {
    const cells = altered(rescueHut(), (option) => ({
      ...option,
      battery: { ...option.battery, itemId: 'haskerl-cell-105' },
    }))
    const { bank } = designed(cells).battery
    expect(bank?.series.value).toBe(16)
    expect(bank?.voltageV.value).toBeCloseTo(51.2, 9)
    for (const job of demoJobs()) {
      const open = altered(job, (option) => ({ ...option, battery: { ...option.battery, itemId: null } }))
      expect(designed(open).battery.item?.id ?? '').not.toMatch(/cell/)
    }
  })

  test('air for vented cells follows the standard’s formula', () => {
    const job = { ...clinic(), chosenOptionId: 'b' }
    const { bank } = designed(job).battery
    const air = ventilation(designed(job))
    expect(air?.cells).toBe(24)
    expect(air?.airflowM3PerH).toBeCloseTo(0.05 * 24 * 0.02 * (bank?.capacityAh ?? 0), 9)
    expect(ventilation(designed(fieldStation()))).toBeNull()
  })
})

describe('definitions', () => {
  holds(
    'battery.required-capacity',
    {
      busDailyEnergyWh: from(1, 1e5),
      autonomyDays: from(0.1, 10),
      depthOfDischarge: from(0.1, 1),
      systemVoltageV: from(1, 60),
      temperatureFactor: from(0.3, 1),
      agingFactor: from(0.5, 1),
    },
    (i) => {
      const nominalEnergyWh =
        (i.busDailyEnergyWh * i.autonomyDays) / i.depthOfDischarge / i.temperatureFactor / i.agingFactor
      return {
        usableEnergyWh: i.busDailyEnergyWh * i.autonomyDays,
        nominalEnergyWh,
        nominalCapacityAh: nominalEnergyWh / i.systemVoltageV,
      }
    },
  )
  holds(
    'battery.bank',
    {
      unitVoltageV: fc.constantFrom(2, 6, 12, 12.8),
      unitCapacityAh: whole(10, 1000),
      systemVoltageV: fc.constantFrom(12, 24, 48),
      requiredCapacityAh: whole(1, 5000),
    },
    (i) => {
      const series = i.systemVoltageV / (i.unitVoltageV === 12.8 ? 12 : i.unitVoltageV)
      const parallel = Math.ceil(i.requiredCapacityAh / i.unitCapacityAh)
      return {
        series,
        parallel,
        units: series * parallel,
        bankVoltageV: series * i.unitVoltageV,
        bankCapacityAh: parallel * i.unitCapacityAh,
        bankEnergyWh: series * i.unitVoltageV * parallel * i.unitCapacityAh,
      }
    },
  )
  holds(
    'battery.cost',
    {
      bankPrice: from(0, 1e5),
      bankEnergyWh: from(100, 1e5),
      depthOfDischarge: from(0.1, 1),
      cycles: whole(100, 10_000),
      horizonCycles: whole(100, 20_000),
    },
    (i) => {
      const sets = Math.ceil(i.horizonCycles / i.cycles)
      return {
        sets,
        costPerCycle: (i.bankPrice * sets) / i.horizonCycles,
        costPerKwh: (i.bankPrice * sets) / i.horizonCycles / (i.bankEnergyWh * i.depthOfDischarge * 0.001),
      }
    },
  )
  holds(
    'battery.hydrogen-airflow',
    {
      cells: whole(1, 120),
      capacityAh: from(1, 3000),
      kind: fc.constantFrom('vented', 'valve-regulated'),
      mode: fc.constantFrom('float', 'boost'),
    },
    (i) => {
      const milliampsPerAh = { vented: { float: 5, boost: 20 }, 'valve-regulated': { float: 1, boost: 8 } }[
        i.kind as 'vented'
      ][i.mode as 'float']
      const airflowM3PerH = 0.05 * i.cells * milliampsPerAh * i.capacityAh * 1e-3
      return { airflowM3PerH, openingCm2: 28 * airflowM3PerH }
    },
  )
  holds(
    'battery.short-circuit',
    {
      unitVoltageV: from(1, 60),
      unitResistanceMilliohm: from(0.1, 50),
      series: whole(1, 24),
      parallel: whole(1, 16),
      leadResistanceMilliohm: from(0, 10),
    },
    (i) => ({
      prospectiveCurrentA:
        (i.unitVoltageV * i.series) /
        (((i.unitResistanceMilliohm * i.series) / i.parallel + i.leadResistanceMilliohm) / 1000),
    }),
  )
})
