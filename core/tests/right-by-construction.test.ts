// Long: one list of what an audit found.
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE, SHIPPED_ITEMS } from '../src/catalogue/catalogue.ts'
import { catalogueOf } from '../src/catalogue/shelf.ts'
import { answers, design } from '../src/chain/design.ts'
import { stillOpen } from '../src/checks/check.ts'
import { findings } from '../src/checks/checks.ts'
import { automaticJobs } from '../src/demo/automatic.ts'
import { apply } from '../src/edit/apply.ts'
import { EMPTY_AC_COUPLED, EMPTY_BACKUP, emptyJob, emptyLoad, emptyOption, emptyPlane } from '../src/job/job.ts'
import type { Job, Load, Option, Site } from '../src/job/schema.ts'
import { there } from './field-shapes.ts'

const SUN = [1, 1.8, 3, 4.2, 5, 5.4, 5.2, 4.5, 3.4, 2.1, 1.2, 0.8]
const load = (name: string, powerW: number, hoursPerDay: number, figures: Partial<Load> = {}): Load => ({
  ...emptyLoad(name),
  name,
  powerW,
  hoursPerDay,
  basis: 'label',
  ...figures,
})

/** A cabin of its own figures. */
function cabin(loads: readonly Load[], option: Partial<Option> = {}, site: Partial<Site> = {}): Job {
  const job = emptyJob('Cabin')
  return {
    ...job,
    site: {
      ...job.site,
      latitudeDeg: 47,
      longitudeDeg: 8,
      utcOffsetH: 1,
      recordLowC: -18,
      recordHighC: 34,
      batteryRoomLowC: 6,
      batteryRoomHighC: 30,
      sunKwhPerM2Day: SUN,
      planes: [{ ...emptyPlane('a', 'Roof'), tiltDeg: 45, azimuthDeg: 180 }],
      ...site,
    },
    loads: [...loads],
    options: [{ ...emptyOption('a', 'Option A'), ...option }],
  }
}
const EVERYDAY = [load('Fridge', 60, 10, { startW: 300 }), load('Light', 40, 5), load('Router', 8, 24)]
const designed = (job: Job) => design(job, SHIPPED_CATALOGUE)
const grave = (job: Job) =>
  findings(designed(job))
    .filter(({ severity }) => severity !== 'advice')
    .map(({ id }) => id)
const part = <P extends 'battery' | 'array' | 'controller' | 'inverter' | 'backup'>(
  name: P,
  patch: Partial<Option[P]>,
) => ({
  [name]: { ...emptyOption('a', 'A')[name], ...patch },
})

test('two hundred automatic designs raise no danger and no fault of their own', () => {
  const raised = automaticJobs(200).flatMap(({ what, job }) => grave(job).map((id) => `${what}: ${id}`))
  expect(raised).toEqual([])
})

describe('the system voltage', () => {
  test.each(
    SHIPPED_CATALOGUE.inverters
      .filter(({ mainsVoltageV }) => mainsVoltageV === 230)
      .map(({ id, dcVoltageV }) => [id, dcVoltageV] as const),
  )('follows an inverter that is locked: %s', (itemId, dcVoltageV) => {
    const made = designed(cabin(EVERYDAY, part('inverter', { itemId })))
    expect(made.battery.systemVoltageV.value).toBe(dcVoltageV)
    expect(findings(made).map(({ id }) => id)).not.toContain('inverter.voltage')
  })

  test('follows what is already there, and says so', () => {
    const job = { ...cabin(EVERYDAY), existing: [there('orrowell-48-3000', 1)] }
    const { systemVoltageV } = designed(job).battery
    expect(systemVoltageV).toMatchObject({ value: 48, from: 'Orrowell W48-3000, which is already there' })
  })

  test('is a higher one where no bank can be made at the lower', () => {
    const only48 = catalogueOf(SHIPPED_ITEMS.filter((item) => item.kind !== 'battery' || item.unitVoltageV > 48))
    const { battery } = design(cabin(EVERYDAY), only48)
    expect(battery.systemVoltageV.value).toBe(48)
    expect(battery.systemVoltageV.from).toMatch(/at \d+ V no bank can be made/)
  })

  test('an inverter of another voltage is not bought by the half dozen', () => {
    const job = cabin([load('Saw', 2500, 1)], {
      systemVoltageV: 48,
      ...part('inverter', { itemId: 'orrowell-12-2000' }),
    })
    expect(designed(job).inverter.quantity).toBeLessThanOrEqual(2)
  })
})

test('a PWM controller passes the current of its panels, not their power', () => {
  const { controller } = designed(
    cabin([load('Light', 40, 5, { supply: 'dc' })], {
      systemVoltageV: 12,
      ...part('array', { panelId: 'skerrin-150' }),
      ...part('controller', { itemId: 'lanthorn-p40', quantity: 1, panelsPerString: 1, stringsPerController: 4 }),
    }),
  )
  const panel = SHIPPED_CATALOGUE.panels.find(({ id }) => id === 'skerrin-150')
  expect(controller.strings?.outputA.value).toBeCloseTo(4 * (panel?.impA ?? 0), 9)
})

test('its loss belongs to its own array: a PWM array beside a tracking one', () => {
  const further = {
    id: 'shed',
    name: 'Shed',
    panelId: 'skerrin-150',
    controllerId: 'lanthorn-p40',
    quantity: 1,
    panelsPerString: 2,
    stringsPerController: 1,
    planeId: null,
    setA: null,
  }
  const base = { systemVoltageV: 24 as const, ...part('controller', { further: [further] }) }
  const pwm = designed(cabin(EVERYDAY, base))
  const tracking = designed(
    cabin(EVERYDAY, {
      ...base,
      ...part('controller', { further: [{ ...further, controllerId: 'lanthorn-m150-45' }] }),
    }),
  )
  expect(pwm.array.losses.pwm).toBeUndefined()
  expect(pwm.array.systemEfficiency.value).toBe(tracking.array.systemEfficiency.value)
  const june = (made: typeof pwm) => made.array.further[0]?.yieldWh.value[5] ?? 0
  expect(june(pwm)).toBeLessThan(0.95 * june(tracking))
})

test('an inverter derates by its own sheet', () => {
  const hot = { batteryRoomHighC: 45 }
  const items = SHIPPED_ITEMS.map((item) =>
    item.id === 'orrowell-24-1600' && item.kind === 'inverter' ? { ...item, deratePerC: 0.02, derateFromC: 40 } : item,
  )
  const job = cabin(
    [load('Tool', 1000, 1)],
    { systemVoltageV: 24, ...part('inverter', { itemId: 'orrowell-24-1600' }) },
    hot,
  )
  expect(designed(job).inverter.requiredW.value).toBeCloseTo((1000 * 1.25) / 0.8, 6)
  expect(design(job, catalogueOf(items)).inverter.requiredW.value).toBeCloseTo((1000 * 1.25) / 0.9, 6)
})

describe('planes', () => {
  const twoRoofs = {
    planes: [
      { ...emptyPlane('e', 'East'), azimuthDeg: 90, tiltDeg: 30 },
      { ...emptyPlane('w', 'West'), azimuthDeg: 270, tiltDeg: 30, parts: 2 },
    ],
  }

  test('a string lies in one plane, and what it brings is that plane’s', () => {
    const { array } = designed(cabin(EVERYDAY, {}, twoRoofs))
    expect(array.byPlane.every(({ strings }) => strings > 0)).toBe(true)
    expect(array.byPlane.reduce((sum, { panels }) => sum + panels, 0)).toBe(array.panels?.value)
    const whole = array.byPlane.reduce((sum, { strings }) => sum + strings, 0)
    const sunHours = designed(cabin(EVERYDAY, {}, twoRoofs)).site.planes.map(
      ({ peakSunHours }) => peakSunHours.value[5] ?? 0,
    )
    const mixed = array.byPlane.reduce((sum, { strings }, i) => sum + (strings / whole) * (sunHours[i] ?? 0), 0)
    const eta = array.efficiencyByMonth.value[5] ?? 0
    expect(array.yieldWh?.value[5]).toBeCloseTo((array.arrayPowerW?.value ?? 0) * mixed * eta, 6)
  })

  test('a plane no part of the main array lies in serves another one', () => {
    const shed = {
      id: 'n',
      name: 'Shed',
      panelId: 'fenlode-400',
      controllerId: 'lanthorn-m150-45',
      quantity: 1,
      panelsPerString: 2,
      stringsPerController: 1,
      planeId: 'n',
      setA: null,
    }
    const roofs = (azimuthDeg: number) => ({
      planes: [
        { ...emptyPlane('a', 'Roof'), tiltDeg: 45, azimuthDeg: 180 },
        { ...emptyPlane('n', 'Shed'), tiltDeg: 45, azimuthDeg, parts: 0 },
      ],
    })
    const brings = (azimuthDeg: number) =>
      designed(cabin(EVERYDAY, part('controller', { further: [shed] }), roofs(azimuthDeg))).array.further[0]?.yieldWh
        .value[11] ?? 0
    expect(brings(0)).toBeLessThan(0.6 * brings(180))
  })
})

describe('a heated box', () => {
  const frost = { batteryRoomLowC: -2, recordLowC: -20, monthMeanC: Array(12).fill(2) }
  const box = { setPointC: 8, boxWPerK: 1, heaterW: null, supply: 'dc' as const, seenByMonitor: true }
  const boxed = (heaterW: number | null) => ({ ...cabin(EVERYDAY, {}, frost), batteryHeating: { ...box, heaterW } })

  test('is what the battery stands in: capacity, chemistry and findings follow', () => {
    expect(designed(cabin(EVERYDAY, {}, frost)).battery.chemistry).toMatch(/lead-acid$/)
    const warm = designed(boxed(null)).battery
    expect([warm.chemistry, warm.coldestC.value]).toEqual(['lithium iron phosphate', 8])
    expect(grave(boxed(null))).toEqual([])
  })

  test('with a heater too small holds what it holds', () => {
    const colder = { ...boxed(15), site: { ...boxed(15).site, batteryRoomLowC: -12 } }
    const job = apply(colder, { act: 'set-option', part: 'battery', patch: { itemId: 'haskerl-24-120' } })
    expect(designed(job).battery.coldestC.value).toBe(-5)
    expect(grave(job)).toContain('battery.heater-short')
  })
})

describe('what charges', () => {
  const generator = { ...EMPTY_BACKUP, kind: 'generator' as const, months: [12, 1], bond: 'inverter-only' as const }

  test('a charger never asks for another string, and more load never for a smaller bank of the same units', () => {
    for (const itemId of ['haskerl-24-120', 'murrow-g6-225', 'haskerl-48-110']) {
      const alone = designed(cabin(EVERYDAY, part('battery', { itemId, autonomyDays: 2 })))
      const charged = designed(cabin(EVERYDAY, { ...part('battery', { itemId, autonomyDays: 2 }), backup: generator }))
      expect(charged.battery.bank?.units).toBe(alone.battery.bank?.units)
      let before = 0
      for (let hours = 1; hours <= 24; hours += 3) {
        const bank = designed(cabin([...EVERYDAY, load('Pump', 120, hours)], part('battery', { itemId }))).battery.bank
        expect(bank?.units).toBeGreaterThanOrEqual(before)
        before = bank?.units ?? 0
      }
    }
  })

  test('a cabin of some 3.4 kWh a day is given a set for a cabin', () => {
    const job = cabin(
      [
        load('Fridge', 80, 12, { startW: 500 }),
        load('Kettle', 1800, 0.3),
        load('Tools', 900, 1),
        load('Light', 60, 6),
        load('Router', 10, 24),
      ],
      { backup: generator },
    )
    const { loads, backup } = designed(job)
    expect(loads.busDailyEnergyWh.value).toBeGreaterThan(3000)
    expect(backup.requiredVA?.value).toBeLessThan(5000)
    const slow = designed({
      ...job,
      options: [{ ...(job.options[0] as Option), backup: { ...generator, refillHours: 6 } }],
    })
    expect(slow.backup.charge?.currentA.value).toBeLessThan(backup.charge?.currentA.value ?? 0)
    expect(slow.backup.requiredVA?.value).toBeLessThan(backup.requiredVA?.value ?? 0)
  })

  test('never charges a bank harder than it bears, whatever is stated to charge together', () => {
    for (const together of [null, 'all', 'one-at-a-time'] as const)
      for (const chemistry of ['lithium iron phosphate', 'agm lead-acid', 'tubular lead-acid'] as const) {
        const job = cabin(EVERYDAY, {
          ...part('battery', { chemistry, vented: true }),
          backup: {
            ...generator,
            together,
            alternator: {
              ratedA: 120,
              idleA: null,
              otherA: null,
              voltageV: 14,
              hoursPerDay: 1,
              chargerId: null,
              setA: null,
              byRelay: false,
              fromHour: null,
              days: 'all' as const,
            },
          },
        })
        const { battery, backup, controller } = designed(job)
        expect(backup.togetherA).toBeLessThanOrEqual((battery.bank?.maxChargeA ?? 0) + 1e-6)
        if (chemistry.endsWith('lead-acid'))
          expect(controller.chargeA).toBeGreaterThanOrEqual(0.0499 * (battery.bank?.capacityAh ?? 0))
      }
  })

  test('a generator that feeds a separate charger carries no house, and joins no neutral', () => {
    const job = cabin(EVERYDAY, {
      systemVoltageV: 24,
      backup: { ...generator, bond: 'both', chargerId: 'kelder-24-40' },
      ...part('inverter', { itemId: 'orrowell-24-800' }),
    })
    expect(designed(job).backup.houseLoadW.value).toBe(0)
    expect(grave(job)).not.toContain('backup.bond')
  })

  test('an inlet limits what a charger takes, house first', () => {
    const shore = (inletA: number) =>
      designed(
        cabin(EVERYDAY, {
          backup: { ...EMPTY_BACKUP, kind: 'mains', bond: 'transfers', inletA },
          ...part('inverter', { itemId: 'castlemere-24-3000c' }),
        }),
      )
    expect(shore(6).backup.charge?.limitedBy).toBe('input')
    expect(shore(6).backup.charge?.currentA.value).toBeLessThan(shore(16).backup.charge?.currentA.value ?? 0)
    expect(findings(shore(6)).map(({ id }) => id)).not.toContain('backup.inlet-overload')
  })

  test('an alternator brings what the battery gives back of it', () => {
    const alternator = {
      ratedA: 120,
      idleA: null,
      otherA: null,
      voltageV: 14,
      hoursPerDay: 2,
      chargerId: 'kelder-d12-12-30',
      setA: 20,
      byRelay: false,
      fromHour: null,
      days: 'all' as const,
    }
    const { backup, battery } = designed(
      cabin([load('Light', 20, 4, { supply: 'dc' })], { systemVoltageV: 12, backup: { ...EMPTY_BACKUP, alternator } }),
    )
    const eta = battery.item?.roundTripEfficiency ?? 0
    expect(backup.alternator?.currentA.value).toBe(20)
    expect(backup.alternator?.dailyEnergyWh.value).toBeCloseTo(20 * (battery.bank?.voltageV.value ?? 0) * 2 * eta, 6)
  })
})

describe('an AC-coupled array', () => {
  const acCoupled = { ...EMPTY_AC_COUPLED, panelId: 'fenlode-400', inverterId: 'helmsley-1500', powerW: 1500 }
  const job = cabin(EVERYDAY, { ...part('inverter', { itemId: 'castlemere-48-5000c', acCoupled }) })

  test('is an array: panels in strings on its own inverter, bought, wired and checked', () => {
    const made = designed(job)
    const [strung] = made.controller.further
    expect(strung?.strings.coldV.value).toBeLessThan(450)
    expect(made.parts.lines.map(({ item }) => item.id)).toEqual(
      expect.arrayContaining(['fenlode-400', 'helmsley-1500']),
    )
    expect(made.wiring.circuits.map(({ id }) => id)).toEqual(expect.arrayContaining(['array-ac-coupled', 'ac-coupled']))
    expect(made.controller.chargeA).toBe(made.controller.strings?.chargeA)
    expect(grave(job)).toEqual([])
  })

  test('too many in series are told of by their own limit', () => {
    const long = apply(job, {
      act: 'set-option',
      part: 'inverter',
      patch: { acCoupled: { ...acCoupled, panelsPerString: 14 } },
    })
    expect(findings(designed(long)).find(({ id }) => id === 'string.cold-over-limit')).toMatchObject({
      place: 'inverter.acCoupled.panelsPerString',
    })
  })
})

test('the plain school gives what a person gets by hand', () => {
  const job = cabin(EVERYDAY, { ...part('array', { sizing: 'plain', singleFactor: 0.75, singleSunHours: 4 }) })
  const listedWh = 60 * 10 + 40 * 5 + 8 * 24
  expect(designed(job).array.requiredPowerW?.value).toBeCloseTo(listedWh / 4 / 0.75, 9)
})

describe('a finding', () => {
  const fault = cabin(EVERYDAY, { ...part('battery', { itemId: 'haskerl-24-120', parallel: 1, autonomyDays: 6 }) })
  const accept = (job: Job, by: string) => {
    const [first] = findings(designed(job)).filter(({ severity }) => severity !== 'advice')
    if (!first) throw new Error('nothing to accept')
    return apply(job, {
      act: 'accept-finding',
      accepted: { checkId: first.id, place: first.place, reason: 'The owner was told.', by, on: '2026-11-27' },
    })
  }

  test('accepted with a reason no longer counts, and counts again when it is withdrawn', () => {
    const before = stillOpen(findings(designed(fault))).length
    const accepted = accept(fault, '')
    const found = findings(designed(accepted))
    expect(stillOpen(found)).toHaveLength(before - 1)
    const [own] = found.filter((each) => each.accepted !== null)
    expect(own?.accepted?.reason).toBe('The owner was told.')
    const back = apply(accepted, { act: 'withdraw-acceptance', checkId: own?.id ?? '', place: own?.place ?? '' })
    expect(stillOpen(findings(designed(back)))).toHaveLength(before)
  })

  test('a danger is accepted only by somebody', () => {
    const danger = cabin(EVERYDAY, part('battery', { itemId: 'haskerl-24-120' }), { batteryRoomLowC: -9 })
    expect(grave(danger)[0]).toBe('battery.cold-charge')
    expect(stillOpen(findings(designed(accept(danger, '')))).map(({ id }) => id)).toContain('battery.cold-charge')
    expect(stillOpen(findings(designed(accept(danger, 'J. Farrow')))).map(({ id }) => id)).not.toContain(
      'battery.cold-charge',
    )
  })
})

test('the answers of an automatic design are whole sentences of figures', () => {
  expect(Object.values(answers(designed(cabin(EVERYDAY)))).join(' ')).not.toMatch(/NaN|Infinity|undefined/)
})
