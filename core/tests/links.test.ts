// Long: every link, in the order of the chain.
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { answered, answers, type Design, design, stepOf } from '../src/chain/design.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { EMPTY_BACKUP, EMPTY_CIRCUIT_CHOICE, emptyJob, emptyLoad, emptyOption } from '../src/job/job.ts'
import type { CircuitChoice, Job, Load, Option, Site } from '../src/job/schema.ts'
import { assumedHours, dayLayers, hourlyW } from '../src/loads/day.ts'

interface Changes {
  site?: Partial<Site>
  option?: Partial<Option>
  battery?: Partial<Option['battery']>
  controller?: Partial<Option['controller']>
  inverter?: Partial<Option['inverter']>
  panelId?: string
  circuits?: Record<string, Partial<CircuitChoice>>
  loads?: Load[]
}

/** The demo job with changes, designed. */
function designed(changes: Changes = {}): Design {
  const job = fieldStation()
  const [option] = job.options
  if (!option) throw new Error('no option')
  const circuits = { ...option.wiring.circuits }
  for (const [id, patch] of Object.entries(changes.circuits ?? {}))
    circuits[id] = { ...EMPTY_CIRCUIT_CHOICE, ...circuits[id], ...patch }
  const changed: Job = {
    ...job,
    site: { ...job.site, ...changes.site },
    loads: changes.loads ?? job.loads,
    options: [
      {
        ...option,
        ...changes.option,
        battery: { ...option.battery, ...changes.battery },
        array: { ...option.array, ...changes.option?.array, panelId: changes.panelId ?? null },
        controller: { ...option.controller, ...changes.controller },
        inverter: { ...option.inverter, ...changes.inverter },
        wiring: { circuits },
      },
    ],
  }
  return design(changed, SHIPPED_CATALOGUE)
}

const load = (figures: Partial<Load>): Load => ({
  ...emptyLoad('one'),
  name: 'One',
  powerW: 100,
  hoursPerDay: 5,
  ...figures,
})
const circuitOf = (result: Design, id: string) => {
  const circuit = result.wiring.circuits.find((each) => each.id === id)
  if (!circuit) throw new Error(`no circuit ${id}`)
  return circuit
}

describe('loads', () => {
  test('painted hours share the energy; unpainted ones are taken about the evening', () => {
    const painted = hourlyW(load({ hoursOfDay: [8, 9] }), 500)
    expect([painted[8], painted[9], painted[10]]).toEqual([250, 250, 0])
    const assumed = (hoursPerDay: number) => assumedHours(load({ hoursPerDay }))
    expect(assumed(3).sort((a, b) => a - b)).toEqual([18, 19, 20])
    expect(assumed(24)).toHaveLength(24)
    expect(new Set(assumed(24)).size).toBe(24)
    expect(hourlyW(load({ hoursOfDay: null }), 240).reduce((sum, watts) => sum + watts, 0)).toBeCloseTo(240, 9)
  })

  test('the day draws small groups together and loses no energy', () => {
    const loads = Array.from({ length: 12 }, (_, i) =>
      load({ id: `l${i}`, name: `L${i}`, group: `G${i}`, powerW: 10 * (i + 1) }),
    )
    const job = { ...emptyJob('x'), loads }
    const { loads: result } = design(job, SHIPPED_CATALOGUE)
    const energies = new Map(result.rows.map((row) => [row.id, row.dailyEnergyWh?.value ?? 0]))
    const layers = dayLayers(job, energies, { by: 'group', kind: 'average', month: null })
    expect(layers).toHaveLength(8)
    expect(layers.at(-1)?.name).toBe('5 more')
    const sum = layers.flatMap((layer) => layer.hourlyW).reduce((total, watts) => total + watts, 0)
    expect(sum).toBeCloseTo(result.acDailyEnergyWh.value, 6)
  })

  test('without a site the day has no sun and no share after dark', () => {
    const job = { ...emptyJob('x'), loads: [load({})] }
    const { loads } = design(job, SHIPPED_CATALOGUE)
    expect(loads.daylight).toBeNull()
    expect(loads.afterDarkFraction).toBeNull()
  })

  test('the worst start is named, and its start counts on top of what runs', () => {
    const { loads } = designed()
    expect(loads.worstStartId).toBe('pump')
    expect(loads.surgeW.value).toBe(loads.continuousW.value + 1290 - 370)
  })

  test('a quantity of nothing asks for nothing', () => {
    const result = designed({ loads: [load({ quantity: 0, powerW: null })] })
    expect(result.needs).toEqual([])
    expect(answers(result).loads).toBe('nothing listed yet')
  })
})

describe('battery', () => {
  test('depth, days and age entered stand in the working as entered', () => {
    const result = designed({ battery: { autonomyDays: 2, depthOfDischarge: 0.7, agingFactor: 1 } })
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
    const { battery } = designed({
      site,
      option: { backup: { ...EMPTY_BACKUP, kind, months: [] } },
      battery: { autonomyDays: null },
    })
    expect(battery.autonomyDays).toMatchObject({ value: days, origin: 'assumption' })
  })

  test('a room too cold to charge lithium says so, and a heated box mends it', () => {
    const cold = designed({ site: { batteryRoomLowC: -12 } })
    expect(cold.needs[0]?.message.replaceAll('\u00a0', ' ')).toMatch(
      /no charging below 0 °C.*keep it warmer, or put the bank into a heated box/,
    )
    expect(designed({ site: { batteryRoomLowC: -12 }, battery: { coldProtected: true } }).battery.item?.chemistry).toBe(
      'lithium iron phosphate',
    )
  })

  test('a chemistry asked for that makes no bank is said, and not replaced by another', () => {
    const { battery } = designed({ battery: { chemistry: 'agm lead-acid' } })
    expect(battery.bank).toBeNull()
    expect(battery.needs[0]?.message).toMatch(/none in the catalogue makes this bank of 24 V \(it takes more strings/)
  })

  test('a chemistry asked for is taken where it fits', () => {
    expect(designed({ battery: { chemistry: 'tubular lead-acid' } }).battery.item?.id).toBe('murrow-v2-800')
  })

  test('two-volt cells make 24 V of twelve in series', () => {
    const { bank } = designed({ battery: { itemId: 'murrow-v2-420' } }).battery
    expect([bank?.series.value, bank?.voltageV.value, bank?.units]).toEqual([12, 24, 48])
  })

  test('an inverter that draws more than the capacity needs puts more strings in parallel', () => {
    const small = designed({ loads: [load({ powerW: 1500, hoursPerDay: 0.05 })] })
    expect(small.battery.bank?.maxDischargeA).toBeGreaterThanOrEqual(small.inverter.fullCurrentA?.value ?? 0)
  })

  test('a unit that is not in the catalogue any more is asked for', () => {
    expect(designed({ battery: { itemId: 'gone' } }).needs[0]?.message).toBe(
      'a battery: "gone" is not in the catalogue',
    )
  })
})

describe('array and controller', () => {
  test('the array makes up the design month exactly or with whole panels to spare', () => {
    const { array } = designed()
    expect(array.arrayPowerW?.value).toBeGreaterThanOrEqual(array.requiredPowerW?.value ?? 0)
    for (const month of array.sunMonths) expect(array.balanceWh?.value[month - 1]).toBeGreaterThanOrEqual(0)
  })

  test('an automatic string stays strictly below the limit and above what charges', () => {
    for (const recordLowC of [-40, -25, -10, 0, 15]) {
      const { strings } = designed({ site: { recordLowC } }).controller
      expect(strings?.coldV.value).toBeLessThan(strings?.maxInputV ?? 0)
      expect(strings?.hotV.value).toBeGreaterThanOrEqual(strings?.neededV ?? 0)
    }
  })

  test('losses multiply, and what is entered takes the place of what is assumed', () => {
    const job = designed({
      option: {
        array: {
          ...emptyOption('a', 'A').array,
          losses: { soiling: 0.5, mismatch: 0, wiring: 0, temperature: 0, controller: 0, battery: 0, ageing: 0 },
        },
      },
    })
    expect(job.array.systemEfficiency.value).toBe(0.5)
    expect(designed().array.losses.battery).toMatchObject({ origin: 'catalogue', value: expect.closeTo(0.06, 9) })
  })

  test('a PWM controller takes the panel made for the battery and its loss is counted', () => {
    const pwm = designed({
      controller: { itemId: 'lanthorn-p20' },
      panelId: 'fenlode-250',
      loads: [load({ supply: 'dc', powerW: 20, hoursPerDay: 3 })],
    })
    expect(pwm.array.losses.pwm).toMatchObject({ value: 0.25, origin: 'assumption' })
    expect(pwm.array.layout).toMatchObject({ panelsPerString: 1, fits: true })
  })

  test('several controllers share the strings evenly', () => {
    const { array, controller } = designed({ controller: { quantity: 2 } })
    expect(controller.quantity).toBe(2)
    expect(array.panels?.value).toBe(
      2 * (array.layout?.panelsPerString ?? 0) * (array.layout?.stringsPerController ?? 0),
    )
  })
})

describe('inverter', () => {
  test('only appliances on DC need none', () => {
    const result = designed({ loads: [load({ supply: 'dc' })] })
    expect(answers(result).inverter).toBe('none needed')
    expect(answered(result).inverter).toBe(true)
    expect(result.wiring.circuits.map(({ id }) => id)).not.toContain('inverter-dc')
  })

  test('mains of another voltage take another inverter', () => {
    const { inverter } = designed({ site: { mainsVoltageV: 120, mainsFrequencyHz: 60 } })
    expect(inverter.item).toMatchObject({ mainsVoltageV: 120, mainsFrequencyHz: 60 })
  })

  test('heat raises the rating that is needed, idle hours the day', () => {
    const cool = designed({ site: { batteryRoomHighC: 25 } })
    const hot = designed({ site: { batteryRoomHighC: 45 } })
    expect(hot.inverter.requiredW.value).toBeCloseTo(cool.inverter.requiredW.value / 0.8, 6)
    const half = designed({ inverter: { hoursPerDay: 12 } })
    expect(half.loads.idleEnergyWh.value).toBe(designed().loads.idleEnergyWh.value / 2)
  })
})

describe('wiring', () => {
  test.each(['iec', 'north-american'] as const)(
    'every circuit of %s carries its device, which carries its current',
    (ruleSet) => {
      const site = ruleSet === 'iec' ? { ruleSet } : { ruleSet, mainsVoltageV: 120, mainsFrequencyHz: 60 }
      const { wiring } = designed({ site })
      expect(wiring.circuits.length).toBeGreaterThan(5)
      for (const circuit of wiring.circuits) {
        expect(circuit.lack).toBe('')
        expect(circuit.cable?.size).toMatch(ruleSet === 'iec' ? /mm2$/ : /AWG$/)
        if (!circuit.device) continue
        expect(circuit.cable?.ampacityA.value).toBeGreaterThanOrEqual(circuit.device.ratingA.value)
        expect(circuit.device.ratingA.value).toBeGreaterThanOrEqual(1.25 * circuit.currentA.value - 1e-9)
      }
    },
  )

  test('a battery string is sized with one string out', () => {
    const result = designed()
    const main = circuitOf(result, 'battery-main').currentA.value
    expect(circuitOf(result, 'battery-string').currentA.value).toBeCloseTo(
      main / ((result.battery.bank?.parallel.value ?? 0) - 1),
      9,
    )
  })

  test('a longer run takes a thicker cable, a stricter drop too', () => {
    const area = (result: Design) => Number.parseFloat(circuitOf(result, 'array').cable?.size ?? '')
    const near = designed({ circuits: { array: { lengthM: 5 } } })
    const far = designed({ circuits: { array: { lengthM: 60 } } })
    const strict = designed({ circuits: { array: { lengthM: 5, maxDropFraction: 0.003 } } })
    expect(area(far)).toBeGreaterThan(area(near))
    expect(area(strict)).toBeGreaterThan(area(near))
    expect(circuitOf(far, 'array').cable?.limitedBy).toBe('voltage drop')
  })

  test('a run no cable can make is said with what would help, and the rest is answered', () => {
    const result = designed({ circuits: { 'dc-loads': { lengthM: 4000 } } })
    expect(result.needs.map(({ message }) => message)[0]).toMatch(
      /^Bus bars to DC board: no size of iec-pvc70-b1 .* a shorter run, a higher voltage/,
    )
    expect(circuitOf(result, 'battery-main').cable).not.toBeNull()
  })

  test('devices at the bank can interrupt what it can deliver', () => {
    const result = designed()
    const shortA = result.battery.bank?.shortCircuitA.value ?? 0
    for (const id of ['controller', 'battery-string', 'battery-main', 'inverter-dc', 'dc-loads']) {
      expect(circuitOf(result, id).device?.item.interruptingA).toBeGreaterThanOrEqual(shortA)
    }
  })

  test('three strings on a controller get their fuses', () => {
    const result = designed({
      panelId: 'dorveth-545',
      controller: { itemId: 'lanthorn-m250-100', quantity: 1, panelsPerString: 2, stringsPerController: 3 },
    })
    expect(circuitOf(result, 'string')).toMatchObject({
      count: 3,
      mustProtect: true,
      device: { item: { type: 'pv-fuse' }, ratingA: { value: 25 } },
    })
  })

  test('a chosen cable stands beside the design’s device, and its limit is its own', () => {
    const { cable } = circuitOf(designed({ circuits: { 'inverter-dc': { size: '70 mm2' } } }), 'inverter-dc')
    expect(cable).toMatchObject({ size: '70 mm2', parallel: 1, chosen: true, limitedBy: null })
    expect(cable?.ampacityA.value).toBeCloseTo(269 * 0.96, 6)
  })
})

describe('parts', () => {
  test('price and weight are the sums of their lines, each cable by the metre of all its conductors', () => {
    const { parts, wiring } = designed()
    expect(parts.price.value).toBeCloseTo(
      parts.lines.reduce((sum, line) => sum + line.price, 0),
      6,
    )
    expect(parts.weightKg.value).toBeCloseTo(
      parts.lines.reduce((sum, line) => sum + line.weightKg, 0),
      6,
    )
    const array = wiring.circuits.find(({ id }) => id === 'array')
    expect(parts.lines.find(({ use }) => use === 'Array to controller')?.quantity).toBe((array?.count ?? 0) * 2 * 18)
    // The same wire for two circuits is one line: 2 × 7 m of DC and, with its earth, 3 × 3 m of AC.
    const fixed = parts.lines.find(({ use, unit }) => unit === 'm' && use.includes('Inverter to AC board'))
    expect(fixed).toMatchObject({ use: 'Bus bars to DC board; Inverter to AC board', quantity: 23 })
  })

  test('nothing chosen, nothing to buy', () => {
    const { parts } = design(emptyJob('x'), SHIPPED_CATALOGUE)
    expect([parts.lines.length, parts.price.value, parts.answer]).toEqual([0, 0, 'nothing chosen yet'])
  })
})
