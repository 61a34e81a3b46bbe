import { describe, expect, test } from 'vitest'
import { demoJobs } from '../src/demo/demo.ts'
import { emptyJob, emptyLoad } from '../src/job/job.ts'
import { type Load, loadSchema } from '../src/job/schema.ts'
import { isMotor } from '../src/loads/motor.ts'
import { slipsOf } from '../src/loads/slips.ts'
import { searchTypicals, TYPICALS, typicalFigures } from '../src/loads/typical.ts'

describe('the library of typical appliances', () => {
  test('holds at least eighty, each once, each a load the job accepts', () => {
    expect(TYPICALS.length).toBeGreaterThanOrEqual(80)
    expect(new Set(TYPICALS.map(({ id }) => id)).size).toBe(TYPICALS.length)
    expect(new Set(TYPICALS.map(({ name }) => name)).size).toBe(TYPICALS.length)
    for (const typical of TYPICALS) {
      expect(loadSchema.safeParse({ ...emptyLoad('x'), ...typicalFigures(typical) }).success, typical.id).toBe(true)
      expect(typical.lowW, typical.id).toBeLessThanOrEqual(typical.usualW)
      expect(typical.usualW, typical.id).toBeLessThanOrEqual(typical.highW)
      expect(typical.hoursPerDay, typical.id).toBeLessThanOrEqual(24)
    }
  })

  test.each([
    ['fri', 'Refrigerator'],
    ['frid fre', 'Fridge-freezer'],
    ['kett', 'Kettle'],
    ['well', 'Submersible well pump'],
    ['tv', 'Television'],
    ['deep', 'Chest freezer'],
  ])('“%s” finds %s', (text, name) => {
    expect(searchTypicals(text).map((typical) => typical.name)).toContain(name)
  })

  test('names come before other words, and nothing typed finds nothing', () => {
    expect(searchTypicals('pump')[0]?.name).toMatch(/pump/i)
    expect([searchTypicals(''), searchTypicals('zzz')]).toEqual([[], []])
    expect(searchTypicals('p', 3)).toHaveLength(3)
  })

  test('what is inserted is marked typical, with its start', () => {
    const [fridge] = searchTypicals('refrigerator')
    expect(fridge && typicalFigures(fridge)).toMatchObject({
      basis: 'typical',
      powerW: 80,
      startW: 480,
      powerFactor: 0.7,
    })
  })
})

describe('slips', () => {
  const slips = (...loads: Partial<Load>[]) =>
    slipsOf({
      ...emptyJob('x'),
      loads: loads.map((figures, i) => ({ ...emptyLoad(`l${i}`), hoursPerDay: 1, ...figures })),
    }).map(({ loadId, kind }) => `${loadId} ${kind}`)

  test.each([
    [
      'two refrigerators',
      [
        { name: 'Refrigerator', powerW: 80 },
        { name: 'Small fridge', powerW: 60 },
      ],
      ['l1 twice'],
    ],
    [
      'the same name twice',
      [
        { name: 'Desk lamp', powerW: 8 },
        { name: 'desk lamp ', powerW: 8 },
      ],
      ['l1 twice'],
    ],
    [
      'watts where watt-hours of the day were meant',
      [{ name: 'Refrigerator', powerW: 960, hoursPerDay: 24 }],
      ['l0 energy-for-power'],
    ],
    ['24 h for a kettle', [{ name: 'Small kettle', powerW: 1500, hoursPerDay: 24 }], ['l0 all-day']],
    ['a duty of 0.4 %', [{ name: 'Heater', powerW: 500, dutyCycle: 0.004 }], ['l0 duty-tiny']],
    ['a kettle of 20 W', [{ name: 'Kettle', powerW: 20 }], ['l0 far-from-typical']],
    ['a start below the running watts', [{ name: 'Winch', powerW: 500, startW: 100 }], ['l0 start-below']],
  ] as [string, Partial<Load>[], string[]][])('%s is pointed out', (_, loads, expected) => {
    expect(slips(...loads)).toEqual(expected)
  })

  test('what is right is left alone, and so is what a person said is right', () => {
    expect(
      slips(
        { name: 'Refrigerator', powerW: 80, hoursPerDay: 24, dutyCycle: 0.4 },
        { name: 'Kettle', powerW: 2000, hoursPerDay: 0.2 },
      ),
    ).toEqual([])
    expect(
      slips({ name: 'Refrigerator', powerW: 80 }, { name: 'Refrigerator', powerW: 80, slipsAccepted: ['twice'] }),
    ).toEqual([])
  })

  test.each(demoJobs().map((job) => [job.name, job] as const))('none on %s', (_, job) => {
    expect(slipsOf(job)).toEqual([])
  })

  test('motors are told by their name', () => {
    const of = (name: string) => isMotor({ ...emptyLoad('x'), name })
    expect([of('Water pump'), of('Small fridge'), of('Lamp'), of('Table pumpkin')]).toEqual([true, true, false, false])
  })
})
