// Long: one day of building, from its steps to its sign-off.
import { describe, expect, test } from 'vitest'
import { buildingsOf, measuredIn, progressOf, standingsOf, whyNotPassed } from '../src/build/built.ts'
import { differencesOf, reasonFor } from '../src/build/differences.ts'
import { labelsOf } from '../src/build/labels.ts'
import { lacksOf } from '../src/build/sign-off.ts'
import { causesFor, isOut, type Now, type Reading, STAGES, type Step, type Values } from '../src/build/step.ts'
import { stepsOf } from '../src/build/steps.ts'
import { findings as found } from '../src/checks/checks.ts'
import { everyString } from '../src/controller/link.ts'
import { clinic, demoJobs, fieldStation, narrowboat } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import { emptyJob } from '../src/job/job.ts'
import { type BuildRecord, type RecordOf, recordSchema, type StepRecord } from '../src/records/index.ts'
import { designed, stationWith } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const MILD: Now = { airC: 12, lightWPerM2: 650 }
const stepWith = (steps: readonly Step[], id: string): Step => {
  const found = steps.find((step) => step.id === id)
  if (!found) throw new Error(`no step ${id}; there are ${steps.map((step) => step.id).join(' ')}`)
  return found
}
const clinicSteps = (now: Now | null = MILD) => stepsOf(designed(clinic()), now)
const read = (step: Step, values: Values) => step.readings(values, () => null)

let written = 0
const common = () => ({
  id: `00000000-0000-4000-8000-${String(++written).padStart(12, '0')}`,
  at: `2026-11-28T08:00:${String(written % 60).padStart(2, '0')}.000Z`,
  by: 'Ines Varga',
})
const begin = (): RecordOf<'begin'> => ({ ...common(), kind: 'begin', optionId: 'a', revision: 3, reason: '' })
const signOff = (): RecordOf<'sign-off'> => ({
  ...common(),
  kind: 'sign-off',
  revision: 4,
  day: '2026-11-28',
  statement: '',
})
const done = (step: Step, outcome: StepRecord['outcome'] = 'pass', readings: readonly Reading[] = []): StepRecord => ({
  ...common(),
  kind: 'step',
  stepId: step.id,
  title: step.title,
  designation: step.designation,
  mark: step.mark,
  outcome,
  readings: [...readings],
  now: MILD,
  note: '',
})

describe('steps of a design', () => {
  const all = [...demoJobs(), ...Object.values(FIELD_SHAPES)]

  test.each(all.map((job) => [job.name, job] as const))(
    '%s: in order, by ids of their own, none before what it waits for',
    (_, job) => {
      const design = designed(job)
      const steps = stepsOf(design, MILD)
      expect(steps.length).toBeGreaterThan(25)
      const at = new Map(steps.map(({ id }, i) => [id, i]))
      expect(at.size).toBe(steps.length)
      const stages = STAGES.map(({ id }) => id)
      expect(steps.map(({ stage }) => stages.indexOf(stage))).toEqual(
        steps.map(({ stage }) => stages.indexOf(stage)).sort((a, b) => a - b),
      )
      for (const step of steps)
        for (const id of step.after) expect(at.get(id), `${step.id} after ${id}`).toBeLessThan(at.get(step.id) ?? -1)
      // Every string, battery, circuit and bond by itself.
      const strings = [design, ...design.beside.map((each) => each.design)]
        .flatMap(everyString)
        .reduce((sum, each) => sum + each.quantity * each.strings.stringsPerController, 0)
      expect(steps.filter(({ id }) => /(^|\/)string\./.test(id))).toHaveLength(strings)
      const batteries = [design, ...design.beside.map((each) => each.design)].reduce(
        (sum, { battery }) => sum + (battery.bank?.units ?? 0),
        0,
      )
      expect(steps.filter(({ id }) => /(^|\/)battery\./.test(id))).toHaveLength(batteries)
      for (const step of steps) {
        // What is read on it can be recorded.
        expect(recordSchema.safeParse(done(step, 'pass', read(step, {}))).error, step.id).toBeUndefined()
        expect(step.what.length, step.id).toBeGreaterThan(20)
        for (const reading of read(step, {})) {
          const figures = [reading.expected, reading.low, reading.high].filter((each) => each !== null)
          expect(figures.every(Number.isFinite), step.id).toBe(true)
          expect(reading.low ?? -1e9).toBeLessThanOrEqual(reading.high ?? 1e9)
        }
      }
    },
  )

  test('none while there is nothing to build', () => {
    expect(stepsOf(designed(emptyJob('Empty')), null)).toEqual([])
  })
})

describe('a string in the light of now', () => {
  test('is expected as its panels give, warm', () => {
    // 3 × 37.2 V × (1 − 0.0027 × (12 + 0.03 × 650 − 25)) = 109.64 V; 13.7 A × 0.65 = 8.905 A.
    const [volts, amps] = read(stepWith(clinicSteps(), 'string.GP1.1'), {})
    expect(volts?.expected).toBeCloseTo(109.641, 2)
    expect([volts?.low, volts?.high]).toEqual([expect.closeTo(104.159, 2), expect.closeTo(115.123, 2)])
    expect(amps?.expected).toBeCloseTo(8.905, 3)
  })

  test('two volts either way for a short string', () => {
    const one = applyAll(narrowboat(), [])
    const step = stepsOf(designed(one), MILD).find(({ id }) => id.startsWith('string.'))
    const [volts] = step ? read(step, {}) : []
    const most = Math.max(2, 0.05 * (volts?.expected ?? 0))
    expect((volts?.high ?? 0) - (volts?.expected ?? 0)).toBeCloseTo(most, 6)
  })

  test('nothing is expected, and nothing passes, before air and light were read', () => {
    const step = stepWith(clinicSteps(null), 'string.GP1.1')
    const readings = read(step, { openV: 109 })
    expect(readings[0]?.expected).toBeNull()
    expect(whyNotPassed(step, readings, '')).toMatch(/Air and light first/)
  })

  test.each([
    [36.5, /two panels’ worth: one panel of the 3 is reversed/],
    [73.1, /one panel’s worth: a panel is reversed behind its bypass diodes, left out/],
    [97.5, /about a third of a panel/],
    [146, /one panel’s worth, so count them/],
    [0.4, /Next to nothing: the string is open/],
    [-109, /plus and minus of the string are exchanged/],
  ])('%s V is caught and explained', (openV, said) => {
    const step = stepWith(clinicSteps(), 'string.GP1.2')
    const readings = read(step, { openV })
    expect(isOut(readings[0] as Reading)).toBe(true)
    expect(step.explain(readings)).toMatch(said)
    expect(whyNotPassed(step, readings, 'it will do')).toMatch(/out of what is expected/)
    const causes = causesFor(step, readings)
    expect(causes.length).toBeGreaterThan(1)
    expect(causes.every(({ sign }) => sign === (openV > 115 ? 'high' : 'low'))).toBe(true)
  })

  test('a sound one passes and has nothing to explain', () => {
    const step = stepWith(clinicSteps(), 'string.GP1.3')
    const readings = read(step, { openV: 108.2 })
    expect([whyNotPassed(step, readings, ''), step.explain(readings)]).toEqual(['', ''])
  })

  test('strings that differ by more than 2 % of what was expected of each do not agree', () => {
    const steps = clinicSteps()
    const agree = stepWith(steps, 'strings.agree.main')
    const records = (volts: readonly number[]): BuildRecord[] => [
      begin(),
      ...volts.map((openV, i) => {
        const step = stepWith(steps, `string.GP1.${i + 1}`)
        return done(step, 'pass', read(step, { openV }))
      }),
    ]
    const apart = (volts: readonly number[]) =>
      agree.readings({}, measuredIn(buildingsOf(records(volts)).at(-1) ?? null))[0]
    expect(apart([109, 108.5, 107.5])).toMatchObject({ value: expect.closeTo(1.37, 1) })
    expect(isOut(apart([109, 108.5, 107.5]) as Reading)).toBe(false)
    expect(isOut(apart([109, 108.5, 106]) as Reading)).toBe(true)
    const waiting = apart([109, 108.5])
    expect(waiting?.value).toBeNull()
    expect(whyNotPassed(agree, waiting ? [waiting] : [], '')).toMatch(/it follows from readings that are not all there/)
  })
})

describe('bank, terminals, settings, drop', () => {
  test('a battery of sixteen cells rests where its chemistry does; turned round it is said so', () => {
    const step = stepWith(clinicSteps(), 'battery.1.1')
    expect(read(step, {})[0]).toMatchObject({ low: 51.2, high: 54.4 })
    expect(step.explain(read(step, { restV: -52.8 }))).toMatch(/plus and minus are exchanged/)
    expect(step.explain(read(step, { restV: 0.1 }))).toMatch(/Next to nothing/)
  })

  test('parallel lithium of 48 V within 0.2 V, of 24 V within 0.1 V', () => {
    const highOf = (steps: Step[]) => stepWith(steps, 'bank.agree').readings({}, () => null)[0]?.high
    expect(highOf(clinicSteps())).toBeCloseTo(0.2, 6)
    expect(highOf(stepsOf(designed(fieldStation()), MILD))).toBeCloseTo(0.1, 6)
  })

  test('a stud is tightened by its size; out of the planning value only with a word on why', () => {
    const step = stepWith(clinicSteps(), 'landed.inverter-dc')
    const stud = read(step, {}).find(({ label }) => label.includes('M6'))
    expect(stud).toMatchObject({ expected: 5, isPlanning: true })
    const readings = read(step, { [stud?.id ?? '']: 8 })
    expect(whyNotPassed(step, readings, '')).toMatch(/say in the note what the maker asks/)
    expect(whyNotPassed(step, readings, 'sheet of the inverter: 8 N·m')).toBe('')
  })

  test('a charging voltage above the sheet is out, a smaller current is not', () => {
    const step = stepWith(clinicSteps(), 'settings.controller.main.1')
    const fields = read(step, {})
    const idOf = (label: RegExp) => fields.find((each) => label.test(each.label))?.id ?? ''
    const right = Object.fromEntries(fields.map(({ id, expected }) => [id, expected ?? 0]))
    expect(whyNotPassed(step, read(step, right), '')).toBe('')
    expect(whyNotPassed(step, read(step, { ...right, [idOf(/Absorption/)]: 58.4 }), '')).toMatch(/Absorption is out/)
    expect(whyNotPassed(step, read(step, { ...right, [idOf(/current/)]: 40 }), '')).toBe('')
    expect(whyNotPassed(step, read(step, { ...right, [idOf(/current/)]: 95 }), '')).toMatch(/current, at most is out/)
  })

  test('the drop is reckoned for the load that was read', () => {
    const design = designed(clinic())
    const step = stepWith(stepsOf(design, MILD), 'load.drop')
    const dropAt = (loadW: number, inverterV: number) =>
      read(step, { loadW, batteryV: 52.4, inverterV }).find(({ id }) => id === 'dropV') as Reading
    const [half, whole] = [dropAt(600, 52.3), dropAt(1200, 52.2)]
    expect(whole.expected).toBeCloseTo(2 * (half.expected ?? 0), 9)
    // Bank’s strings side by side, its main cable, the inverter’s: as the circuits say for their own current.
    const milliohm = ['battery-string', 'battery-main', 'inverter-dc'].reduce((sum, id) => {
      const circuit = design.wiring.circuits.find((each) => each.id === id)
      const own = (1000 * (circuit?.cable?.dropV.value ?? 0)) / (circuit?.workingA.value ?? 1)
      return sum + own / (id === 'battery-string' ? (circuit?.count ?? 1) : 1)
    }, 0)
    const amps = 600 / (design.inverter.item?.efficiency ?? 1) / 52.4
    expect(half.expected).toBeCloseTo((amps * milliohm) / 1000, 9)
    expect(isOut(dropAt(600, 52.28))).toBe(false)
    expect(isOut(dropAt(600, 51.4))).toBe(true)
    expect(step.explain([dropAt(600, 51.4)])).toMatch(/are lost where/)
    expect(isOut(dropAt(600, 52.6))).toBe(true)
  })
})

describe('where each step stands', () => {
  const steps = clinicSteps()
  const standing = (records: BuildRecord[], id: string, of: readonly Step[] = steps) =>
    standingsOf(of, buildingsOf(records).at(-1) ?? null).find(({ step }) => step.id === id)

  test('what comes first is said, and a failed one holds up what follows', () => {
    const mount = stepWith(steps, 'mount.a')
    expect(standing([begin()], 'mount.a')).toMatchObject({ standing: 'waiting' })
    expect(standing([begin()], 'mount.a')?.waitsFor.map(({ id }) => id)).toEqual(['before.people'])
    const people = stepWith(steps, 'before.people')
    expect(standing([begin(), done(people)], 'mount.a')).toMatchObject({ standing: 'ready' })
    const mounted = [begin(), done(people), done(mount)]
    expect(standing(mounted, 'mount.a')).toMatchObject({ standing: 'passed' })
    expect(standing([...mounted, done(people, 'fail')], 'mount.a')).toMatchObject({ standing: 'waiting' })
  })

  test('left out with a reason counts as done; the last of several counts; one withdrawn does not', () => {
    const cables = stepWith(steps, 'before.cables')
    expect(standing([begin(), done(cables, 'left')], cables.id)).toMatchObject({ standing: 'left' })
    const passed = done(cables)
    const failed = done(cables, 'fail')
    const records = [begin(), passed, failed]
    // Two did it without hearing of each other: what was done later counts, whichever was sent first; both are kept.
    expect(standing([begin(), failed, passed], cables.id)).toMatchObject({ standing: 'failed' })
    expect(buildingsOf([begin(), failed, passed]).at(-1)?.tried.get(cables.id)).toEqual([passed, failed])
    expect(standing(records, cables.id)).toMatchObject({ standing: 'failed' })
    expect(
      standing([...records, { ...common(), kind: 'withdraw', recordId: failed.id, reason: '' }], cables.id),
    ).toMatchObject({ standing: 'passed' })
    expect(progressOf(standingsOf(steps, buildingsOf(records).at(-1) ?? null))).toMatchObject({
      done: 0,
      failed: 1,
      steps: steps.length,
    })
  })

  test('what was done before the plan changed there is done again, and only that', () => {
    const before = stepsOf(stationWith(), MILD)
    const after = stepsOf(stationWith({ circuits: { 'inverter-dc': { size: '35 mm2' } } }), MILD)
    const again = standingsOf(after, buildingsOf([begin(), ...before.map((step) => done(step))]).at(-1) ?? null).filter(
      ({ standing: as }) => as === 'again',
    )
    expect(again.map(({ step }) => step.id)).toEqual(['landed.inverter-dc', 'load.drop'])
  })

  test('a sign-off ends a building; the next begins with what still holds', () => {
    const cables = stepWith(steps, 'before.cables')
    const records = [begin(), done(cables), signOff(), done(cables, 'fail'), begin()]
    const buildings = buildingsOf(records)
    expect(buildings.map(({ number, signedOff }) => [number, signedOff?.day ?? null])).toEqual([
      [1, '2026-11-28'],
      [2, null],
    ])
    expect(standing(records, cables.id)).toMatchObject({ standing: 'passed' })
    for (const record of records) expect(recordSchema.safeParse(record).error).toBeUndefined()
  })
})

describe('built otherwise', () => {
  const plan = stationWith()
  const built = stationWith({ circuits: { 'inverter-dc': { size: '35 mm2', lengthM: 2.4 } } })
  const differences = differencesOf(plan, built)

  test('is told field by field, planned beside built', () => {
    expect(differencesOf(plan, plan)).toEqual([])
    const told = Object.fromEntries(differences.map(({ id, planned, built: as }) => [id, [planned, as]]))
    expect(told['circuit.inverter-dc.cable']).toEqual(['25\u00a0mm²', '35\u00a0mm²'])
    expect(told['circuit.inverter-dc.length']?.[1]).toBe('2.4\u00a0m')
  })

  test('needs a reason for just what was built; another change needs another', () => {
    const records: BuildRecord[] = [
      begin(),
      {
        ...common(),
        kind: 'change',
        reason: 'The wall had a pipe',
        differences: differences.map(({ id, planned, built: as }) => ({ id, planned, built: as })),
      },
    ]
    const building = buildingsOf(records)[0]
    if (!building) throw new Error('no building')
    expect(differences.every((each) => reasonFor(each, building)?.reason === 'The wall had a pipe')).toBe(true)
    const later = differencesOf(plan, stationWith({ circuits: { 'inverter-dc': { size: '50 mm2', lengthM: 2.4 } } }))
    expect(later.filter((each) => reasonFor(each, building) === null).map(({ id }) => id)).toContain(
      'circuit.inverter-dc.cable',
    )
  })

  test('nothing is signed while a step, a reason or a danger is open', () => {
    const job = fieldStation()
    const design = designed(job)
    const steps = stepsOf(design, MILD)
    const lacks = (records: BuildRecord[], of = differencesOf(design, design), findings = found(design)) => {
      const building = buildingsOf(records)[0]
      if (!building) throw new Error('no building')
      return lacksOf({ built: building, standings: standingsOf(steps, building), differences: of, findings }).map(
        ({ id }) => id,
      )
    }
    const all = [begin(), ...steps.map((step) => done(step))]
    expect(lacks(all)).toEqual([])
    expect(lacks(all.slice(0, -1))).toEqual(['undone'])
    expect(lacks(all, differences)).toEqual(['reason'])
    const unfused = applyAll(job, [
      { act: 'set-circuit', circuitId: 'inverter-dc', patch: { deviceId: 'none' } },
    ] as never)
    expect(lacks(all, [], found(designed(unfused)))).toEqual(['danger'])
  })
})

test('labels: both ends of each run, each device, each unit, and what the rules ask', () => {
  const design = designed(clinic())
  const labels = labelsOf(design)
  const byId = new Map(labels.map((label) => [label.id, label]))
  expect(byId.get('cable.string.3')).toMatchObject({
    designation: 'W1.3',
    copies: 2,
    leads: { place: 'wiring.string.size' },
  })
  expect(byId.get('device.battery-main')?.lines[0]).toContain('100')
  expect(labels.filter(({ sort }) => sort === 'warning').length).toBe(design.wiring.rules.labels.length)
  expect(new Set(labels.map(({ id }) => id)).size).toBe(labels.length)
})
