import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { clinic, fieldStation, narrowboat, rescueHut } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import type { Job } from '../src/job/schema.ts'
import { hoursFile } from '../src/proof/hours-file.ts'
import { isPlan, type Plan, planOf } from '../src/proof/plan.ts'
import { designWithYear, isQuestion, withYears, yearQuestion } from '../src/proof/with-year.ts'
import { prepare, workYear } from '../src/proof/year.ts'
import { monthSpread, quantile, workYears } from '../src/proof/years.ts'
import { syntheticYear } from '../src/site/synthetic-year.ts'
import { monthlyMeans } from '../src/site/year-in-plane.ts'
import { COASTAL } from './sky.ts'

const madeOf = (job: Job) => design(job, SHIPPED_CATALOGUE)
function planned(job: Job, choices = {}): Plan {
  const plan = planOf(madeOf(job), choices)
  if (!isPlan(plan)) throw new Error(plan.lacks)
  return plan
}

describe('weather by year and seed', () => {
  const brief = { latitudeDeg: 50, flatKwhPerM2Day: COASTAL, monthMeanC: Array<number>(12).fill(6), daySwingK: 6 }
  const drawn = (seed: number) => syntheticYear({ ...brief, seed, drawn: { recordLowC: -12 } })
  const years = Array.from({ length: 60 }, (_, i) => drawn(i + 1))

  test('many years have the months that were entered, within 1 %', () => {
    const means = years.map(({ totalW }) => monthlyMeans(totalW))
    COASTAL.forEach((kwh, month) => {
      const mean = means.reduce((sum, year) => sum + (year[month] ?? 0), 0) / years.length
      expect(Math.abs(mean / kwh - 1), `month ${month + 1}`).toBeLessThan(0.01)
    })
  })

  test('one year differs from another, a dull month more than a clear one, and none beyond its sky', () => {
    const spread = (month: number) => {
      const of = years.map(({ totalW }) => (monthlyMeans(totalW)[month] ?? 0) / (COASTAL[month] ?? 1))
      return Math.sqrt(of.reduce((sum, each) => sum + (each - 1) ** 2, 0) / of.length)
    }
    expect(spread(11)).toBeGreaterThan(0.08)
    expect(spread(11)).toBeGreaterThan(spread(5))
    expect(spread(5)).toBeGreaterThan(0.02)
    for (const { clearness } of years) expect(Math.max(...clearness)).toBeLessThanOrEqual(0.85 + 1e-9)
  })

  test('the air keeps its mean over the years, and meets the record low about once in decades', () => {
    const mean = years.reduce((sum, { airC }) => sum + airC.reduce((a, b) => a + b, 0) / airC.length, 0) / years.length
    expect(Math.abs(mean - 6)).toBeLessThan(0.4)
    const lows = years.map(({ airC }) => airC.reduce((a, b) => Math.min(a, b)))
    expect(Math.min(...lows)).toBeLessThan(-9)
    expect(Math.min(...lows)).toBeGreaterThan(-22)
    expect(
      quantile(
        [...lows].sort((a, b) => a - b),
        0.5,
      ),
    ).toBeGreaterThan(-12)
  })

  test('a year is the same whichever are made before it', () => {
    expect(drawn(7).totalW).toEqual(years[6]?.totalW)
    expect(drawn(7).airC).toEqual(years[6]?.airC)
  })
})

describe('a year of a design', () => {
  const prepared = prepare(planned(fieldStation()))
  const year = workYear(prepared, 7)

  test('is the same to the last bit from the same seed, alone or among others, looked at or not', () => {
    workYear(prepared, 8)
    expect(workYear(prepared, 7)).toEqual(year)
    expect(workYear(prepare(planned(fieldStation())), 7, { flows: true }).totals).toEqual(year.totals)
    expect(workYear(prepared, 8).totals).not.toEqual(year.totals)
  })

  test('its months add up to it, and its loads to what was listed with its margin', () => {
    const { loads } = madeOf(fieldStation())
    const sum = year.months.reduce((all, { unmetWh }) => all + unmetWh, 0)
    expect(year.totals.unmetWh).toBeCloseTo(sum, 6)
    const listed = loads.counted.reduce(
      (all, { load, wh }) =>
        all + wh.value * ((load.monthFactors ?? [1]).reduce((a, b) => a + b, 0) / (load.monthFactors?.length ?? 1)),
      0,
    )
    const wanted = workYears(prepared, 10).reduce((all, { totals }) => all + totals.wantedWh, 0) / 10 / 365
    expect(Math.abs(wanted / (listed * 1.1) - 1)).toBeLessThan(0.03)
  })

  test('a finer step changes little', () => {
    const fine = workYear(prepare(planned(fieldStation(), { divisor: 4 })), 7)
    for (const of of ['pvWh', 'acServedWh', 'dcServedWh', 'cutWh'] as const)
      expect(Math.abs(fine.totals[of] / year.totals[of] - 1), of).toBeLessThan(0.02)
  })

  test('its hours stand in a file whose books close in every row', () => {
    const { flows, storedBeforeWh } = workYear(prepared, 3, { flows: true })
    if (!flows) throw new Error('no flows')
    const [head, ...rows] = [...hoursFile(flows, 1)].map((row) => row.trim().split(','))
    expect(head).toEqual(
      'hour,pvW,controllerLossW,clippedW,cutW,acCoupledW,generatorW,mainsW,alternatorW,chargerLossW,inverterLossW,converterLossW,heaterW,standbyW,acServedW,dcServedW,dumpW,unmetW,chargeW,dischargeW,batteryLossW,soc,storedWh'.split(
        ',',
      ),
    )
    expect(rows).toHaveLength(8760)
    let before = storedBeforeWh
    let worst = 0
    for (const row of rows) {
      const f = (name: string) => Number(row[(head ?? []).indexOf(name)])
      const enters = ['acCoupledW', 'generatorW', 'mainsW', 'alternatorW'].reduce(
        (sum, name) => sum + f(name),
        f('pvW') - f('clippedW') - f('cutW'),
      )
      const leaves =
        'controllerLossW chargerLossW inverterLossW converterLossW batteryLossW heaterW standbyW acServedW dcServedW dumpW'
          .split(' ')
          .reduce((sum, name) => sum + f(name), f('storedWh') - before)
      worst = Math.max(worst, Math.abs(enters - leaves) / (1 + Math.abs(enters)))
      before = f('storedWh')
    }
    expect(worst).toBeLessThan(1e-9)
  })

  const option = (patch: Extract<Edit, { act: 'set-option' }>) => patch
  test.each<[string, Edit, (before: number, after: number) => boolean]>([
    [
      'less load',
      { act: 'change-loads', changes: [{ id: 'freezer', patch: { dutyCycle: 0 } }] },
      (before, after) => after <= before,
    ],
    [
      'no generator',
      option({ act: 'set-option', part: 'backup', patch: { kind: 'none' } }),
      (before, after) => after > before,
    ],
    [
      'half the bank',
      option({ act: 'set-option', part: 'battery', patch: { parallel: 3 } }),
      (before, after) => after >= before,
    ],
  ])('%s moves what is missed the way it must', (_, edit, holds) => {
    const missed = (job: Job) =>
      workYears(prepare(planned(job)), 6).reduce((sum, { totals }) => sum + totals.unmetWh, 0)
    expect(holds(missed(fieldStation()), missed(apply(fieldStation(), edit)))).toBe(true)
  })

  test('loads that may be let go leave more to the critical ones', () => {
    const bare = applyAll(fieldStation(), [
      { act: 'set-option', part: 'backup', patch: { kind: 'none' } },
      { act: 'set-option', part: 'battery', patch: { parallel: 2 } },
    ])
    const shed = apply(bare, {
      act: 'set-option',
      part: 'backup',
      patch: { ordinaryShedAt: 0.5, ordinaryBackAt: 0.7, waitShedAt: 0.6, waitBackAt: 0.8 },
    })
    const critical = (job: Job) =>
      workYears(prepare(planned(job)), 6).reduce((sum, { totals }) => sum + totals.criticalUnmetHours, 0)
    expect(critical(shed)).toBeLessThan(critical(bare))
  })

  test('a generator runs in the months that are dark, burns by its sheet, and is quiet where it must be', () => {
    const years = workYears(prepare(planned(fieldStation())), 10)
    const hours = monthSpread(years, ({ generatorHours }) => generatorHours)
    expect((hours[11]?.mean ?? 0) + (hours[0]?.mean ?? 0)).toBeGreaterThan(10)
    expect(hours[5]?.mean).toBe(0)
    const [litres, run] = years.reduce(([l, h], { totals }) => [l + totals.fuelL, h + totals.generatorHours], [0, 0])
    const sheet = madeOf(fieldStation()).backup.generator?.fuelPoints.map(({ litresPerHour }) => litresPerHour) ?? []
    expect(litres / run).toBeGreaterThan(Math.min(...sheet))
    expect(litres / run).toBeLessThanOrEqual(Math.max(...sheet) + 1e-9)
    const quiet = apply(fieldStation(), {
      act: 'set-option',
      part: 'backup',
      patch: { quietHours: Array.from({ length: 24 }, (_, hour) => hour) },
    })
    expect(workYear(prepare(planned(quiet)), 1).totals.generatorHours).toBe(0)
  })

  test('an engine charges in the hours and on the days it drives', () => {
    const flowsOf = (days: 'all' | 'weekends') => {
      const job = narrowboat()
      const { backup } = job.options[0] ?? {}
      if (!backup?.alternator) throw new Error('no engine')
      const driven = apply(job, {
        act: 'set-option',
        part: 'backup',
        patch: { alternator: { ...backup.alternator, fromHour: 10, days } },
      })
      return workYear(prepare(planned(driven)), 2, { flows: true })
    }
    const [every, some] = [flowsOf('all'), flowsOf('weekends')]
    const at = (hour: number) => every.flows?.[(150 * 24 + hour) * 25 + 7] ?? 0
    expect(at(9)).toBe(0)
    expect(at(12)).toBe(0)
    expect(every.totals.alternatorWh).toBeGreaterThan(some.totals.alternatorWh)
    expect(some.totals.alternatorWh).toBeGreaterThan(0)
  })

  test('what takes surplus takes it in its order, none more than it can, and nothing of the loads', () => {
    const dumpLoads = [
      { id: 'a', name: 'Water', powerW: 600, mostKwhPerDay: 2 },
      { id: 'b', name: 'Cooling', powerW: 5000, mostKwhPerDay: 100 },
    ]
    const { array } = fieldStation().options[0] ?? {}
    if (!array) throw new Error('no option')
    const job = apply(fieldStation(), { act: 'set-option', part: 'array', patch: { dumpLoads } })
    const [with2, without] = [workYear(prepare(planned(job)), 4), workYear(prepared, 4)]
    const [water, cooling] = [0, 1].map((which) => with2.dumpedWh.reduce((sum, month) => sum + (month[which] ?? 0), 0))
    expect(water).toBeGreaterThan(100_000)
    expect(water).toBeLessThanOrEqual(365 * 2000)
    expect((water ?? 0) + (cooling ?? 0)).toBeCloseTo(with2.totals.dumpWh, 3)
    expect(with2.totals.cutWh).toBeLessThan(without.totals.cutWh)
    expect([with2.totals.unmetWh, with2.totals.fuelL]).toEqual([without.totals.unmetWh, without.totals.fuelL])
  })
})

describe('the year of a design, and its name', () => {
  const job = fieldStation()

  test('an edit that the year does not read leaves its name; one that it reads changes it', () => {
    const name = (of: Job) => {
      const question = yearQuestion(madeOf(of))
      return isQuestion(question) ? question.digest : question.lacks
    }
    const before = name(job)
    expect(name(apply(job, { act: 'set-circuit', circuitId: 'inverter-ac', patch: { lengthM: 9 } }))).toBe(before)
    expect(name(apply(job, { act: 'set-job', patch: { note: 'seen' } }))).toBe(before)
    expect(name(apply(job, { act: 'set-option', part: 'battery', patch: { parallel: 5 } }))).not.toBe(before)
    expect(
      name(apply(job, { act: 'set-job', patch: { reliability: { ...job.reliability, hoursFraction: 0.9 } } })),
    ).not.toBe(before)
    expect(name({ ...job, loads: [] })).toBe('what it must run')
  })

  test('a year that was worked for another design is not taken', () => {
    const worked = designWithYear(madeOf(job))
    expect(worked.year?.carried).toBe(true)
    const other = madeOf(apply(job, { act: 'set-option', part: 'battery', patch: { parallel: 2 } }))
    expect(withYears(other, () => worked.year).year).toBeNull()
    expect(withYears(madeOf(job), () => worked.year).year).toBe(worked.year)
    expect(withYears(madeOf(job), () => worked.year).steps.length).toBeGreaterThan(10)
  })

  test.each(
    [fieldStation, rescueHut, clinic, narrowboat].flatMap((make) =>
      make().options.map((option) => [make().name, option.name, option.id, make] as const),
    ),
  )('%s, %s, carries what its brief asks', (_, __, id, make) => {
    const { year } = designWithYear(madeOf({ ...make(), chosenOptionId: id }))
    expect(year?.askedFor.filter(({ met }) => !met)).toEqual([])
  })
})
