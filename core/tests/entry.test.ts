import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { emptyLoad } from '../src/job/job.ts'
import { LOAD_BASES, type Load, loadSchema, PRIORITIES } from '../src/job/schema.ts'
import { entryOf, LOAD_COLUMNS, type LoadColumn, shownEntry } from '../src/loads/entry.ts'
import { shiftedLoad, shiftSaves } from '../src/loads/shift.ts'
import { loadsFromTable } from '../src/loads/table.ts'

const typed = (column: LoadColumn, text: string, load = emptyLoad('x')) => entryOf(load, column, text)

describe('what is typed into a row', () => {
  test.each([
    ['powerW', '1.2 kW', { powerW: 1200 }],
    ['powerW', '1/4 hp', { powerW: 186.425 }],
    ['powerW', '3.1 A 230 V', { basis: 'label', labelVoltageV: 230, labelCurrentA: 3.1, powerW: null }],
    ['powerW', '1.9 kWh in 48 h', { basis: 'meter', meterEnergyKwh: 1.9, meterLoggedHours: 48 }],
    ['powerW', '', { powerW: null, labelVoltageV: null, meterEnergyKwh: null }],
    ['hoursPerDay', '15 min', { hoursPerDay: 0.25 }],
    ['daysPerWeek', 'twice a week', { daysPerWeek: 2 }],
    ['daysPerWeek', '', { daysPerWeek: 7 }],
    ['dutyCycle', '1 in 3', { dutyCycle: 0.333333333333 }],
    ['dutyCycle', '40', { dutyCycle: 0.4 }],
    ['quantity', '1,200', { quantity: 1200 }],
    ['hoursOfDay', '7-9, 18, 20–22', { hoursOfDay: [7, 8, 18, 20, 21] }],
    ['hoursOfDay', '22-2', { hoursOfDay: [0, 1, 22, 23] }],
    ['hoursOfDay', 'all day', { hoursOfDay: Array.from({ length: 24 }, (_, i) => i) }],
    ['supply', 'dc 12V', { supply: 'dc', voltageV: 12 }],
    ['supply', '5 V', { supply: 'dc', voltageV: 5 }],
    ['supply', 'AC', { supply: 'ac', voltageV: null }],
    ['basis', 'nameplate', { basis: 'label' }],
    ['priority', 'can wait', { priority: 'can-wait' }],
    ['stage', 'Later', { stage: 'later' }],
    ['name', ' Kettle ', { name: ' Kettle ' }],
  ] as [LoadColumn, string, Partial<Load>][])('%s “%s”', (column, text, patch) => {
    const entry = typed(column, text)
    expect(entry.ok && entry.patch).toMatchObject(patch)
  })

  test.each([
    [
      'powerW',
      '-5',
      '“-5” — expected watts from 0 to 1,000,000, a label such as 3.1 A 230 V, or a meter such as 1.9 kWh in 48 h.',
    ],
    ['powerW', '12 V', '“12 V” — volts need their amperes: write both, as 3.1 A 230 V; expected watts'],
    ['hoursPerDay', '5 kW', '“5 kW” — W is asked for as h; expected a number from 0 to 1,000 h.'],
    ['quantity', '', 'Expected a whole number from 0 to 10,000.'],
    ['quantity', '1.5', '“1.5” — expected a whole number from 0 to 10,000.'],
    ['dutyCycle', 'often', '“often” — expected a number from 0 to 10,000 %.'],
    ['hoursOfDay', '25', '“25” — expected hours of the clock such as 7-9, 18, 20-22.'],
    ['supply', '12 A', '“12 A” — expected AC, DC, or DC with its voltage, such as DC 12 V.'],
    ['basis', 'rumour', '“rumour” — expected one of meter, clamp, label, typical, guess.'],
    ['name', 'x'.repeat(201), 'A text of 201 letters; expected at most 200.'],
  ] as [LoadColumn, string, string][])('%s “%s” is refused with the reason', (column, text, message) => {
    const entry = typed(column, text)
    expect(entry.ok ? '' : entry.message).toContain(message)
  })

  test('typed watts take the place of a label; a meter keeps its day beside them', () => {
    const label = { ...emptyLoad('x'), basis: 'label', labelVoltageV: 230, labelCurrentA: 2 } as const
    expect(typed('powerW', '70', label)).toMatchObject({ patch: { powerW: 70, labelVoltageV: null } })
    const meter = { ...emptyLoad('x'), basis: 'meter', meterEnergyKwh: 1, meterLoggedHours: 24 } as const
    const entry = typed('powerW', '70', meter)
    expect(entry.ok && 'meterEnergyKwh' in entry.patch).toBe(false)
  })

  const hours = fc.option(
    fc.uniqueArray(fc.integer({ min: 0, max: 23 }), { minLength: 1 }).map((list) => list.sort((a, b) => a - b)),
    { nil: null },
  )
  const tidy = (max: number) => fc.double({ min: 0, max, noNaN: true }).map((value) => Number(value.toFixed(2)))
  const anyLoad = fc
    .record({
      quantity: fc.integer({ min: 0, max: 10_000 }),
      name: fc.string({ maxLength: 200 }),
      supply: fc.constantFrom('ac' as const, 'dc' as const),
      basis: fc.constantFrom(...LOAD_BASES),
      powerW: fc.option(tidy(1e5), { nil: null }),
      startW: fc.option(tidy(1e5), { nil: null }),
      hoursPerDay: fc.option(tidy(24), { nil: null }),
      dutyCycle: tidy(1),
      daysPerWeek: tidy(7),
      hoursOfDay: hours,
      priority: fc.constantFrom(...PRIORITIES),
      stage: fc.constantFrom('now' as const, 'later' as const),
      label: fc.option(fc.record({ v: tidy(400).filter((v) => v > 0), a: tidy(50) }), { nil: null }),
    })
    .map(
      ({ label, ...figures }): Load => ({
        ...emptyLoad('x'),
        ...figures,
        ...(label ? { basis: 'label', labelVoltageV: label.v, labelCurrentA: label.a, powerW: null } : {}),
      }),
    )

  test('a row copied and pasted is the same row', () => {
    fc.assert(
      fc.property(anyLoad, (load) => {
        let pasted = emptyLoad('x')
        for (const column of LOAD_COLUMNS) {
          const entry = entryOf(pasted, column, shownEntry(load, column))
          if (!entry.ok) throw new Error(`${column}: ${entry.message}`)
          pasted = { ...pasted, ...entry.patch }
        }
        for (const column of LOAD_COLUMNS) expect(shownEntry(pasted, column)).toBe(shownEntry(load, column))
        expect(pasted.hoursOfDay).toEqual(load.hoursOfDay)
      }),
    )
  })

  test('any text leaves a row the job accepts', () => {
    fc.assert(
      fc.property(anyLoad, fc.constantFrom(...LOAD_COLUMNS), fc.string(), (load, column, text) => {
        const entry = entryOf(load, column, text)
        if (entry.ok) expect(loadSchema.safeParse({ ...load, ...entry.patch }).success).toBe(true)
        else expect(entry.message).toMatch(/expected/i)
      }),
    )
  })
})

describe('a block from a spreadsheet', () => {
  const read = (text: string, ...loads: Load[]) =>
    loadsFromTable(
      text.split('\n').map((line) => line.split('\t')),
      ['quantity', 'name', 'supply', 'basis', 'powerW'],
      loads,
    )

  test('goes by its headings, in any order, and says which mean nothing here', () => {
    const { patches, refused, ignored } = read(
      'Appliance\tWatts\tHours/day\tColour\tQty\nKettle\t2 kW\t15 min\tred\t\nLamp\t8\t5\t\t3',
    )
    expect(patches).toEqual([
      expect.objectContaining({ name: 'Kettle', powerW: 2000, hoursPerDay: 0.25 }),
      expect.objectContaining({ name: 'Lamp', powerW: 8, hoursPerDay: 5, quantity: 3 }),
    ])
    expect([refused, ignored]).toEqual([[], ['Colour']])
  })

  test('without headings goes from the cell it is put into', () => {
    expect(read('2\tLamp\tDC 12 V\tlabel\t0.5 A 12 V\n\n1\tPump\tAC').patches).toEqual([
      {
        quantity: 2,
        name: 'Lamp',
        supply: 'dc',
        voltageV: 12,
        basis: 'label',
        powerW: null,
        labelVoltageV: 12,
        labelCurrentA: 0.5,
        meterEnergyKwh: null,
        meterLoggedHours: null,
      },
      { quantity: 1, name: 'Pump', supply: 'ac', voltageV: null },
    ])
  })

  test('cells that are not understood are named, and the others of the row go in', () => {
    const { patches, refused } = read('1\tLamp\tAC\tguess\tbright\n-2\tFan\tAC\tguess\t40')
    expect(patches.map(({ name }) => name)).toEqual(['Lamp', 'Fan'])
    expect(refused.map(({ row, column }) => [row, column])).toEqual([
      [1, 'powerW'],
      [2, 'quantity'],
    ])
    expect(patches[1]).toMatchObject({ powerW: 40 })
  })
})

describe('a load moved along the day', () => {
  const washer = { ...emptyLoad('w'), powerW: 600, hoursPerDay: 2, hoursOfDay: [20, 21] }
  const daylight = { month: 12, riseH: 8, setH: 16 }

  test('into the sun saves battery, back again takes it', () => {
    expect(shiftSaves(washer, 1200, -8, daylight, 0.8)).toEqual({ throughBatteryWh: 1200, bankWh: 1500 })
    const noon = { ...washer, ...shiftedLoad(washer, -8) }
    expect(noon.hoursOfDay).toEqual([12, 13])
    expect(shiftSaves(noon, 1200, 8, daylight, 0.8).throughBatteryWh).toBe(-1200)
    expect(shiftSaves(washer, 1200, 1, daylight, 0.8).throughBatteryWh).toBe(0)
  })

  test('hours that were only taken become painted; a weekend of its own moves with it', () => {
    expect(shiftedLoad({ ...washer, hoursOfDay: null, hoursPerDay: 1 }, -7)).toEqual({
      hoursOfDay: [12],
      weekendHoursOfDay: null,
    })
    expect(shiftedLoad({ ...washer, weekendHoursOfDay: [22] }, 3).weekendHoursOfDay).toEqual([1])
  })
})
