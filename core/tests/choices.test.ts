// Long: every room’s choices, in the order of the chain.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { arrayYear, clippedInYear, darkFortnight } from '../src/after/array-year.ts'
import { ventilation } from '../src/after/bank-care.ts'
import { bondFault } from '../src/after/bond.ts'
import { alternatives, compareChemistries } from '../src/after/chemistries.ts'
import { efficiencyAt, inverterDay } from '../src/after/inverter-day.ts'
import { laterStage } from '../src/after/later.ts'
import { planStrings } from '../src/after/planner.ts'
import { compareSchools } from '../src/after/schools.ts'
import { shortMonths } from '../src/after/short-months.ts'
import { surplusOf } from '../src/after/surplus.ts'
import { compareVoltages } from '../src/after/voltages.ts'
import { areaFit, panelsOnPlanes, winterSunDeg } from '../src/array/area-fit.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { remedies } from '../src/checks/remedies.ts'
import { everyString } from '../src/controller/link.ts'
import { clinic, demoJobs, fieldStation, narrowboat, rescueHut } from '../src/demo/demo.ts'
import { SHIPPED_SCHOOLS, schoolOf, withSwitches } from '../src/edit/schools.ts'
import { emptyPlane } from '../src/job/job.ts'
import type { Job, Option } from '../src/job/schema.ts'

const designed = (job: Job) => design(job, SHIPPED_CATALOGUE)
/** A job with its first option altered. */
const altered = (job: Job, alter: (option: Option) => Option): Job => ({
  ...job,
  options: job.options.map((option, i) => (i === 0 ? alter(option) : option)),
})
const panel = (id: string) => {
  const found = SHIPPED_CATALOGUE.panels.find((each) => each.id === id)
  if (!found) throw new Error(`no ${id}`)
  return found
}

describe('schools', () => {
  test('all are designed for the job, the plain one asks for less, and one switch is named', () => {
    const job = fieldStation()
    const compared = compareSchools(job, SHIPPED_CATALOGUE)
    const of = (id: string) => compared.find(({ school }) => school.id === id)
    expect(compared.map(({ school }) => school.id)).toEqual(SHIPPED_SCHOOLS.map(({ id }) => id))
    expect(of('plain')?.bankWh).toBeLessThan(of('full-chain')?.bankWh ?? 0)
    expect(of('plain')?.difference).toMatchObject({ switched: 'bankSizing' })
    expect(of('one-night')?.difference).toMatchObject({ switched: 'autonomyDays' })
    // Wh × days ÷ depth, nothing else.
    const { loads, battery } = designed(job)
    const listed = loads.rows
      .filter(({ counted }) => counted)
      .reduce((sum, { dailyEnergyWh }) => sum + (dailyEnergyWh?.value ?? 0), 0)
    expect(of('plain')?.bankWh).toBeCloseTo((listed * 3) / battery.depthOfDischarge.value, -3)
  })

  test('a job taken to a school is of that school; edited, of none; kept as its own, of that', () => {
    const [, second] = SHIPPED_SCHOOLS
    if (!second) throw new Error('no school')
    const taken = altered(fieldStation(), (option) => withSwitches(option, second))
    expect(schoolOf(taken)?.id).toBe(second.id)
    const edited = altered(taken, (option) => ({ ...option, battery: { ...option.battery, autonomyDays: 4.5 } }))
    expect(schoolOf(edited)).toBeNull()
    expect(schoolOf({ ...edited, schools: [{ ...second, id: 'own', autonomyDays: 4.5 }] })?.id).toBe('own')
  })
})

describe('battery', () => {
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

describe('what is already there', () => {
  const there = (quantity: number, patch: object = {}): Job => ({
    ...fieldStation(),
    existing: [
      {
        id: 'a',
        itemId: 'haskerl-24-120',
        quantity,
        ageYears: null,
        condition: 'good',
        measuredCapacityAh: null,
        kept: true,
        note: '',
        ...patch,
      },
    ],
  })
  const bought = (job: Job) => designed(job).parts.lines.find(({ item }) => item.id === 'haskerl-24-120')?.quantity ?? 0

  test('is not bought, unless it is taken out', () => {
    expect([bought(there(2)), bought(there(6)), bought(there(2, { kept: false }))]).toEqual([4, 0, 6])
  })

  test('gives less where it measures less', () => {
    const worn = designed(there(6, { measuredCapacityAh: 60 })).battery.bank?.usableWh.value ?? 0
    expect(worn).toBeCloseTo((designed(there(6)).battery.bank?.usableWh.value ?? 0) / 2, 6)
  })
})

describe('array', () => {
  const plane = { ...emptyPlane('a', 'Roof'), widthM: 6, heightM: 3.9 }
  const fit = { portrait: null, gapMm: 0, edgeMm: 0 }

  test('panels on a rectangle are counted the better way round', () => {
    // 1.722 × 1.134: upright 5 × 2, across 3 × 3.
    const placed = areaFit(fieldStation().site, plane, 30, panel('dorveth-430'), fit)
    expect({ panels: placed?.panels, portrait: placed?.portrait }).toEqual({ panels: 10, portrait: true })
    const gable = areaFit(fieldStation().site, { ...plane, shape: 'triangle' }, 30, panel('dorveth-430'), fit)
    expect(gable?.panels).toBeLessThan(6)
    expect(areaFit(fieldStation().site, { ...plane, widthM: null }, 30, panel('dorveth-430'), fit)).toBeNull()
  })

  test('rows stand clear of each other’s shade at midwinter', () => {
    const rows = { ...plane, heightM: 12, mount: 'rows' as const }
    const placed = areaFit(fieldStation().site, rows, 60, panel('dorveth-430'), { ...fit, portrait: true })
    const sun = winterSunDeg(50.4)
    expect(sun).toBeGreaterThan(10)
    expect(sun).toBeLessThan(16.2)
    const lengthM = 1.722
    const shadowM = (lengthM * Math.sin(Math.PI / 3)) / Math.tan((sun * Math.PI) / 180)
    expect(placed?.pitchM).toBeCloseTo(lengthM * 0.5 + shadowM, 6)
    // South of the equator the same winter, half a year later.
    expect(winterSunDeg(-50.4)).toBeCloseTo(sun, 0)
  })

  test('panels are shared over planes by their parts, none lost', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 5 }), fc.nat(200), (parts, n) => {
        const sum = parts.reduce((a, b) => a + b, 0)
        const shared = panelsOnPlanes(
          parts.map((part) => ({ plane, share: part / sum })),
          n,
        )
        expect(shared.reduce((a, b) => a + b, 0)).toBe(n)
      }),
    )
  })

  test('heat takes more in a hot place, and one factor stands in place of the list', () => {
    expect(designed(clinic()).array.losses.temperature?.value).toBeGreaterThan(0.05)
    expect(designed(rescueHut()).array.losses.temperature?.value).toBe(0)
    const single = altered(clinic(), (option) => ({ ...option, array: { ...option.array, singleFactor: 0.7 } }))
    expect(designed(single).array.systemEfficiency.value).toBe(0.7)
  })

  test('dump loads take surplus in their order, and no more than there is', () => {
    const job = altered(fieldStation(), (option) => ({
      ...option,
      array: {
        ...option.array,
        dumpLoads: [
          { id: 'a', name: 'Water', powerW: 1000, mostKwhPerDay: 2 },
          { id: 'b', name: 'Cooling', powerW: 5000, mostKwhPerDay: 100 },
        ],
      },
    }))
    const surplus = surplusOf(designed(job))
    if (!surplus) throw new Error('no surplus')
    const [water, cooling] = surplus.dumps
    surplus.kwhByMonth.forEach((kwh, month) => {
      const taken = (water?.kwhByMonth[month] ?? 0) + (cooling?.kwhByMonth[month] ?? 0)
      expect(taken).toBeLessThanOrEqual(kwh + 1e-9)
      expect(water?.kwhByMonth[month]).toBeLessThanOrEqual(2)
    })
    expect(surplus.unusedKwhYear).toBeLessThan(surplus.kwhYear)
  })

  test('a further array in another plane brings its part, is judged, and lets the main one shrink', () => {
    const open = altered(fieldStation(), (option) => ({
      ...option,
      controller: { ...option.controller, quantity: null },
    }))
    const job = altered(open, (option) => ({
      ...option,
      controller: {
        ...option.controller,
        further: [
          {
            id: 'shed',
            name: 'Shed',
            panelId: 'skerrin-110',
            controllerId: 'lanthorn-m100-20',
            quantity: 1,
            panelsPerString: 4,
            stringsPerController: 1,
            planeId: 'a',
          },
        ],
      },
    }))
    const result = designed(job)
    expect(result.array.requiredPowerW?.value).toBeLessThan(designed(open).array.requiredPowerW?.value ?? 0)
    expect(everyString(result).map(({ name }) => name)).toEqual(['', 'Shed'])
    expect(result.wiring.circuits.map(({ id }) => id)).toContain('array-shed')
    // Four of 22.4 V at −11 °C stand at 99.1 V: one more would pass 100 V.
    const long = altered(job, (option) => ({
      ...option,
      controller: {
        ...option.controller,
        further: option.controller.further.map((each) => ({ ...each, panelsPerString: 5 })),
      },
    }))
    const found = findings(designed(long)).find(({ id }) => id === 'string.cold-over-limit')
    expect(found?.message).toMatch(/^Shed: A string of 5/)
  })
})

describe('controller', () => {
  test('every layout that fits keeps its window, the nearest to the need first', () => {
    const job = fieldStation()
    const now = designed(job)
    const item = SHIPPED_CATALOGUE.controllers.find(({ id }) => id === 'lanthorn-m150-100')
    if (!item) throw new Error('no controller')
    const planned = planStrings(now, panel('dorveth-430'), item)
    const fits = planned.filter((each) => each.fits)
    expect(fits.length).toBeGreaterThan(3)
    for (const { coldV, hotV, neededV, limitV } of fits) {
      expect(coldV).toBeLessThan(limitV)
      expect(hotV).toBeGreaterThanOrEqual(neededV)
    }
    const far = fits.map(({ arrayPowerW }) => Math.abs(arrayPowerW - (now.array.requiredPowerW?.value ?? 0)))
    expect([...far].sort((a, b) => a - b)).toEqual(far)
  })

  test('a PWM controller never fits panels that are not made for the battery', () => {
    const job = fieldStation()
    const now = designed(job)
    const pwm = SHIPPED_CATALOGUE.controllers.find(({ id }) => id === 'lanthorn-p40')
    if (!pwm) throw new Error('no controller')
    expect(planStrings(now, panel('dorveth-430'), pwm).some(({ fits }) => fits)).toBe(false)
    const matched = planStrings(now, panel('skerrin-200-24'), pwm)
    expect(matched.some(({ short }) => short !== 'not made for this battery')).toBe(true)
  })

  test('clipping accepted lets more strings on; the year says what it costs', () => {
    const small = (clippingFraction: number | null) =>
      altered(fieldStation(), (option) => ({
        ...option,
        controller: {
          ...option.controller,
          itemId: 'lanthorn-m150-45',
          quantity: 2,
          clippingFraction,
          panelsPerString: 2,
          stringsPerController: 2,
        },
      }))
    expect(designed(small(null)).array.layout?.short).toContain('clips')
    const accepted = designed(small(0.4))
    expect(accepted.array.layout?.short).not.toContain('clips')
    const year = arrayYear(accepted)
    if (!year) throw new Error('no year')
    const { clippedKwh, possibleKwh } = clippedInYear(accepted, year)
    expect(clippedKwh).toBeGreaterThan(0)
    expect(clippedKwh).toBeLessThan(possibleKwh * 0.4)
  })

  test('an all-in-one brings its controller, free, and shares strings over its inputs', () => {
    const job = altered(rescueHut(), (option) => ({
      ...option,
      controller: { ...option.controller, itemId: null, stringsPerController: 2, panelsPerString: 5 },
      inverter: { ...option.inverter, itemId: 'brayholm-48-8000d' },
    }))
    const { controller, parts, wiring } = designed(job)
    expect(controller.item?.id).toBe('brayholm-48-8000d')
    expect(controller.strings?.stringsPerInput).toBe(1)
    expect(parts.lines.filter(({ item }) => item.id === 'brayholm-48-8000d').length).toBe(1)
    expect(wiring.circuits.map(({ kind }) => kind)).not.toContain('controller')
  })
})

test('a candidate says all that keeps it from fitting', () => {
  const job = altered(fieldStation(), (option) => ({
    ...option,
    inverter: { ...option.inverter, itemId: 'orrowell-12-600-step', quantity: 1 },
  }))
  const reasons = designed(job).inverter.candidates.find(({ item }) => item.id === 'orrowell-12-600-step')?.short
  // 682 W together and a quarter more; a start of 1,602 W; 24 V; electronics on a stepped wave.
  expect(reasons).toBe('made for 12 V, too few watts, too few volt-amperes, start too weak, stepped waveform')
  const cold = { ...fieldStation(), site: { ...fieldStation().site, batteryRoomLowC: -15, batteryRoomHighC: 55 } }
  const frozen = designed(cold).battery.candidates.find(({ item }) => item.id === 'haskerl-24-60')?.short
  expect(frozen).toMatch(/more than 6 strings.*no charging below 0.*no use above 45/)
})

describe('inverter', () => {
  test('the hours of the day add up to the loads, losses to more than the idle draw', () => {
    const job = fieldStation()
    const result = designed(job)
    const day = inverterDay(result)
    const wh = day?.hours.reduce((sum, { averageW }) => sum + averageW, 0) ?? 0
    expect(wh).toBeCloseTo(result.loads.acDailyEnergyWh.value, 3)
    expect(day?.lossWhPerDay).toBeGreaterThan(day?.idleWhPerDay ?? 0)
    expect(day?.leftW).toBeCloseTo(1300 * 0.98, 9)
  })

  test('efficiency lies between its points and is held at the ends', () => {
    const item = result(fieldStation())
    expect(efficiencyAt(item, 1)).toBe(item.efficiency)
    expect(efficiencyAt(item, 5)).toBe(item.efficiency)
    expect(efficiencyAt(item, 0)).toBe(item.efficiencyPoints?.[0]?.efficiency)
    expect(efficiencyAt({ ...item, efficiencyPoints: null }, 0.2)).toBe(item.efficiency)
  })
  const result = (job: Job) => {
    const { item } = designed(job).inverter
    if (!item) throw new Error('no inverter')
    return item
  }

  test('thin air asks for more, and sleep draws less', () => {
    const low = designed({ ...rescueHut(), site: { ...rescueHut().site, altitudeM: 100 } })
    expect(designed(rescueHut()).inverter.requiredW.value).toBeCloseTo(low.inverter.requiredW.value / 0.874, 6)
    const sleeper = altered(rescueHut(), (option) => ({
      ...option,
      inverter: { ...option.inverter, searchMode: true },
    }))
    expect(designed(sleeper).inverter.idleW.value).toBeLessThan(designed(rescueHut()).inverter.idleW.value)
  })

  test('a split phase takes two of 120 V in series, or one of 240 V', () => {
    const job: Job = {
      ...altered(rescueHut(), (option) => ({ ...option, inverter: { ...option.inverter, itemId: null } })),
    }
    const american = { ...job, site: { ...job.site, splitPhase: true, mainsVoltageV: 120, mainsFrequencyHz: 60 } }
    const { inverter } = designed(american)
    expect({ volts: inverter.item?.mainsVoltageV, quantity: inverter.quantity, stacking: inverter.stacking }).toEqual({
      volts: 120,
      quantity: 2,
      stacking: 'split-phase',
    })
  })

  test('an AC-coupled array brings more by day than by night', () => {
    const job = altered(fieldStation(), (option) => ({ ...option, inverter: { ...option.inverter, acCoupledW: 1000 } }))
    const [coupled] = designed(job).array.further
    expect(coupled?.acEfficiency?.byDay.value).toBeGreaterThan(coupled?.acEfficiency?.byNight.value ?? 1)
    expect(designed(job).array.requiredPowerW?.value).toBeLessThan(
      designed(fieldStation()).array.requiredPowerW?.value ?? 0,
    )
  })
})

describe('backup', () => {
  test('the generator carries house and charger, and what it burns follows its hours', () => {
    const hungry = {
      ...rescueHut(),
      loads: rescueHut().loads.map((load) => ({ ...load, quantity: 3 * load.quantity })),
    }
    const hut = altered(hungry, (option) => ({
      ...option,
      array: { ...option.array, sizing: 'balance' as const },
      controller: { ...option.controller, quantity: 1, panelsPerString: 3, stringsPerController: 1 },
      battery: { ...option.battery, autonomyDays: 1 },
      backup: { ...option.backup, generatorId: null, months: [1, 2, 3, 10, 11, 12] },
    }))
    const { backup, battery } = designed(hut)
    expect(backup.generator?.continuousVA).toBeGreaterThanOrEqual(backup.requiredVA?.value ?? Infinity)
    expect(backup.fuel?.hours.value).toBeGreaterThan(0)
    expect(backup.fuel?.litres.value).toBeCloseTo(
      (backup.fuel?.hours.value ?? 0) * (backup.fuel?.litresPerHour.value ?? 0),
      6,
    )
    expect(backup.chargeA).toBeLessThanOrEqual(battery.bank?.maxChargeA ?? 0)
    expect(backup.fuel?.hoursByMonth.value[6]).toBe(0)
  })

  test.each([
    ['inverter-only', 'thornby-3000i', null],
    ['inverter-only', 'thornby-5000', false],
    ['transfers', 'thornby-5000', null],
    ['transfers', 'thornby-3000i', false],
    ['source-only', 'thornby-5000', false],
    ['both', 'thornby-5000', false],
    ['neither', 'thornby-3000i', false],
    ['unanswered', 'thornby-5000', true],
  ] as const)('bond %s with %s: fault open %s', (bond, generatorId, open) => {
    const job = altered(rescueHut(), (option) => ({ ...option, backup: { ...option.backup, bond, generatorId } }))
    expect(bondFault(designed(job))?.open ?? null).toBe(open)
  })

  test('the largest alternator charger that takes half of the idle output, and no more', () => {
    const { alternator } = designed(narrowboat()).backup
    expect(alternator?.charger?.outputA).toBe(15)
    expect(alternator?.drawnA.value).toBeLessThanOrEqual(alternator?.allowedA.value ?? 0)
  })

  test('a month left to an alternator that brings too little is a fault, and is mended', () => {
    const idle = altered(narrowboat(), (option) => ({
      ...option,
      backup: {
        ...option.backup,
        alternator: option.backup.alternator && { ...option.backup.alternator, hoursPerDay: 0.1 },
      },
    }))
    const [fault] = findings(designed(idle)).filter(({ id }) => id === 'array.short-in-month')
    expect(fault?.message).toMatch(/^Array and alternator together fall short in October by/)
    expect(fault && remedies(idle, SHIPPED_CATALOGUE, fault).length).toBeGreaterThan(0)
    expect(shortMonths(designed(narrowboat()))).toEqual([])
  })

  test('through the darkest fortnight a backup never leaves less than none', () => {
    for (const job of [rescueHut(), { ...fieldStation(), chosenOptionId: 'b' }, narrowboat()]) {
      const now = designed(job)
      const year = arrayYear(now)
      const fortnight = year && darkFortnight(now, year)
      expect(fortnight?.alone.length).toBe(14)
      fortnight?.backed?.forEach(({ stateOfCharge }, day) => {
        expect(stateOfCharge).toBeGreaterThanOrEqual((fortnight.alone[day]?.stateOfCharge ?? 0) - 1e-9)
      })
    }
  })
})

test('later: what stands there is kept, and what must change is named', () => {
  const job = rescueHut()
  const stage = laterStage(designed(job))
  const battery = stage?.links.find(({ link }) => link === 'battery')
  expect(stage?.design.battery.item?.id).toBe(designed(job).battery.item?.id)
  expect(battery?.later).not.toBe(battery?.now)
  expect(battery?.change).toMatch(/more string/)
  expect(laterStage(designed({ ...job, loads: job.loads.filter(({ stage: when }) => when === 'now') }))).toBeNull()
})
