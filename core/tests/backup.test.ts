import { describe, expect, test } from 'vitest'
import { bondFault } from '../src/after/bond.ts'
import { shortMonths } from '../src/after/short-months.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { findings } from '../src/checks/checks.ts'
import { remedies } from '../src/checks/remedies.ts'
import { narrowboat, rescueHut } from '../src/demo/demo.ts'
import { from, holds } from './definition.ts'
import { altered, designed } from './designed.ts'

describe('choosing a backup', () => {
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
    const job = altered(rescueHut(), (option) => ({
      ...option,
      inverter: { ...option.inverter, itemId: 'castlemere-48-5000c' },
      backup: { ...option.backup, bond, generatorId, chargerId: null },
    }))
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
})

describe('definitions', () => {
  holds(
    'backup.generator',
    {
      houseLoadW: from(0, 1e4),
      chargerOutputW: from(0, 1e4),
      chargerEfficiency: from(0.5, 1),
      margin: from(1, 2),
      altitudeM: from(-400, 4000),
      ambientC: from(-20, 50),
      powerFactor: from(0.5, 1),
    },
    (i) => {
      const siteFactor =
        (1 - (0.035 * Math.max(0, i.altitudeM - 300)) / 300) * (1 - (0.01 * Math.max(0, i.ambientC - 25)) / 5.5)
      const requiredW = ((i.houseLoadW + i.chargerOutputW / i.chargerEfficiency) * i.margin) / siteFactor
      return { siteFactor, requiredW, requiredVA: requiredW / i.powerFactor }
    },
  )
  holds(
    'backup.charge-time',
    {
      energyToRestoreWh: from(0, 1e5),
      chargerCurrentA: from(1, 300),
      batteryVoltageV: from(10, 60),
      chargeEfficiency: from(0.5, 1),
    },
    (i) => ({
      chargerPowerW: i.chargerCurrentA * i.batteryVoltageV,
      hours: i.energyToRestoreWh / (i.chargerCurrentA * i.batteryVoltageV) / i.chargeEfficiency,
    }),
  )
})
