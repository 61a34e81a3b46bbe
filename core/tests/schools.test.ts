import { describe, expect, test } from 'vitest'
import { compareSchools } from '../src/after/schools.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { SHIPPED_SCHOOLS, schoolOf, withSwitches } from '../src/edit/schools.ts'
import { altered, designed, stationAlone } from './designed.ts'

describe('schools', () => {
  test('all are designed for the job, the plain one asks for less, and one switch is named', () => {
    const job = stationAlone()
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
