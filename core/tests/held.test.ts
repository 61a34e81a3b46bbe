// Long: one list of what hangs on the wall.
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import { emptyLoad } from '../src/job/job.ts'
import type { Job, Load } from '../src/job/schema.ts'
import { unitsOf } from '../src/plant/plant.ts'
import { isPlan, planOf } from '../src/proof/plan.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

// What stands on the wall beside the sized links: entered, in the plant, chosen by what it carries, checked and priced.

const shape = (letter: keyof typeof FIELD_SHAPES, ...edits: readonly Edit[]): Job =>
  applyAll(FIELD_SHAPES[letter], edits)
const made = (job: Job) => design(job, SHIPPED_CATALOGUE)
const ids = (job: Job) => findings(made(job)).map(({ id }) => id)
const fitted = (job: Job, unitId: string) => {
  const found = made(job).wiring.fittings.find((each) => each.unitId === unitId)
  if (!found) throw new Error(`no ${unitId}`)
  return found
}
const circuit = (job: Job, id: string) => made(job).wiring.circuits.find((each) => each.id === id)
const bought = (job: Job, itemId: string): number =>
  made(job)
    .parts.lines.filter(({ item }) => item.id === itemId)
    .reduce((sum, { quantity }) => sum + quantity, 0)
const wiring = (patch: Partial<Job['options'][number]['wiring']>): Edit => ({
  act: 'set-option',
  part: 'wiring',
  patch,
})

describe('fittings', () => {
  test.each(Object.entries(FIELD_SHAPES))(
    'of shape %s bear what their circuits carry, and are bought once',
    (_, job) => {
      const { wiring: laid, parts } = made(job)
      for (const { name, need, item, quantity, chosenId, servedBy, lack } of laid.fittings) {
        expect([chosenId, lack], name).toEqual([null, ''])
        if (servedBy !== '') {
          expect(item, name).toBeNull()
          continue
        }
        expect(
          parts.lines.some((line) => line.item === item),
          name,
        ).toBe(true)
        if (item?.kind === 'fitting') {
          expect(item.currentA, name).toBeGreaterThanOrEqual(need.currentA)
          expect(need.ac ? item.maxAcV : item.maxDcV, name).toBeGreaterThanOrEqual(need.highestV)
          if (need.ways > 0) expect(item.ways * quantity, name).toBeGreaterThanOrEqual(need.ways)
        } else if (item) expect(item.outputA * quantity, name).toBeGreaterThanOrEqual(need.currentA)
      }
    },
  )

  test('a breaker is the isolator of its array; without it an isolator is bought, rated for the cold string', () => {
    expect(fitted(shape('A'), 'isolator.main')).toMatchObject({ item: null, servedBy: 'Array to controller' })
    const bare = shape('A', { act: 'set-circuit', circuitId: 'array', patch: { deviceId: 'none' } })
    const isolator = fitted(bare, 'isolator.main')
    expect(isolator.item).toMatchObject({ role: 'isolator' })
    expect(isolator.need.highestV).toBe(made(bare).controller.strings?.coldV.value)
    const gone = applyAll(bare, [{ act: 'set-fitting', unitId: 'isolator.main', itemId: 'none' }])
    expect(ids(gone)).toContain('protect.disconnect')
    expect(ids(bare)).not.toContain('protect.disconnect')
    // Nothing but the sun feeds its cable: no trip is missing, and the cable carries all the array gives.
    expect(ids(bare)).not.toContain('protect.missing')
    expect(circuit(bare, 'array')).toMatchObject({ device: null, mustProtect: false })
  })

  test('a fuse opens nothing by hand: the bank has a switch, of the rating of its fuse, unless its device is a breaker', () => {
    const job = shape('A')
    const { item, need } = fitted(job, 'battery-switch')
    expect(need.currentA).toBe(circuit(job, 'battery-main')?.device?.ratingA.value)
    expect(item && bought(job, item.id)).toBe(1)
    const breaker = shape('A', {
      act: 'set-circuit',
      circuitId: 'battery-main',
      patch: { deviceId: 'wardwick-dcb-80x' },
    })
    expect(fitted(breaker, 'battery-switch')).toMatchObject({ item: null, servedBy: 'Bank to bus bars' })
    expect(ids(breaker)).not.toContain('protect.disconnect')
  })

  test('what a person chose stays, and too small a one is a danger with the figures', () => {
    const job = shape('A', { act: 'set-fitting', unitId: 'bus', itemId: 'wardwick-bb-250' })
    const { need } = fitted(job, 'bus')
    expect(need.currentA).toBeGreaterThan(250)
    expect(ids(job)).toContain('protect.fitting-rating')
    expect(bought(job, 'wardwick-bb-250')).toBeGreaterThan(0)
    expect(ids(applyAll(job, [{ act: 'set-fitting', unitId: 'bus', itemId: null }]))).not.toContain(
      'protect.fitting-rating',
    )
  })

  test('what was chosen and is in no catalogue is said to be missing, and nothing is bought for it', () => {
    const job = shape('A', { act: 'set-fitting', unitId: 'shunt', itemId: 'nobodys-shunt' })
    expect(made(job).needs.map(({ message }) => message)).toContain(
      'Shunt: what was chosen for it is in no catalogue here',
    )
    expect(made(job).parts.lines.some(({ use }) => use === 'shunt of the monitor')).toBe(false)
  })

  test('a low-voltage load disconnect stands in line with the DC board, is drawn through and is bought', () => {
    const job = shape('D', wiring({ inLine: [{ id: 'ld', circuitId: 'dc-loads', role: 'load-disconnect' }] }))
    expect(fitted(job, 'in-line.ld').item).toMatchObject({ role: 'load-disconnect' })
    expect(made(job).plant.joints.find(({ id }) => id === 'dc-loads')?.through).toEqual(['in-line.ld'])
    expect(bought(job, 'wardwick-ld-65')).toBe(1)
    // In line with a circuit that is not there it waits.
    const gone = shape('D', wiring({ inLine: [{ id: 'ld', circuitId: 'inverter-ac', role: 'isolator' }] }))
    expect(unitsOf(made(gone).plant, 'isolator').map(({ id }) => id)).not.toContain('in-line.ld')
  })
})

describe('a breaker built into a unit', () => {
  const builtIn = (deviceRatingA: number | null) =>
    shape('A', { act: 'set-circuit', circuitId: 'inverter-dc', patch: { deviceId: 'built-in', deviceRatingA } })

  test('protects its circuit by its rating, and is not bought', () => {
    const job = builtIn(200)
    expect(circuit(job, 'inverter-dc')?.device).toMatchObject({ item: null, ratingA: { value: 200 } })
    expect(ids(job)).not.toContain('protect.missing')
    const devices = (each: Job) =>
      made(each).parts.lines.filter(({ use }) => /A, Bus bars to inverter/.test(use)).length
    expect([devices(shape('A')), devices(job)]).toEqual([1, 0])
  })

  test('is asked for its rating, and one above the cable is a danger', () => {
    expect(made(builtIn(null)).needs.map(({ message }) => message)).toContain(
      'Bus bars to inverter: the rating of the breaker that is built in, from the unit’s sheet',
    )
    const large = applyAll(builtIn(400), [{ act: 'set-circuit', circuitId: 'inverter-dc', patch: { size: '35 mm2' } }])
    expect(ids(large)).toContain('protect.too-large')
  })
})

describe('bus bars in stages', () => {
  const staged = shape('G', wiring({ busStages: 2 }))

  test('put the inverters behind a link that carries all of them', () => {
    const { plant } = made(staged)
    expect(plant.joints.find(({ id }) => id === 'bus-link')).toMatchObject({
      from: { unitId: 'bus' },
      to: { unitId: 'inverter-bus' },
    })
    expect(plant.joints.find(({ id }) => id === 'inverter-dc')?.from.unitId).toBe('inverter-bus')
    const [link, each] = [circuit(staged, 'bus-link'), circuit(staged, 'inverter-dc')]
    expect(link?.currentA.value).toBeCloseTo((each?.currentA.value ?? 0) * (each?.count ?? 0), 6)
    expect(link?.device).not.toBeNull()
    expect(fitted(staged, 'inverter-bus').item).toMatchObject({ role: 'bus-bar' })
    expect(ids(staged)).toEqual(ids(shape('G')))
  })

  test('of a system without an inverter are as before', () => {
    const { plant } = made(shape('D', wiring({ busStages: 2 })))
    expect(unitsOf(plant, 'inverter-bus')).toEqual([])
  })
})

describe('leads of batteries in parallel', () => {
  const leads = (...leadsM: (number | null)[]) =>
    shape('J', { act: 'set-circuit', circuitId: 'battery-string', patch: { leadsM } })

  test('are each as long as was entered: the longest is sized for, all are bought', () => {
    const job = leads(0.6, 0.62)
    const { count } = circuit(job, 'battery-string') ?? { count: 0 }
    expect(circuit(job, 'battery-string')?.lengthM.value).toBe(0.8)
    expect(circuit(job, 'battery-string')?.leadsM?.slice(0, 3)).toEqual(count > 2 ? [0.6, 0.62, 0.8] : [0.6, 0.62])
    const all = leads(...Array.from({ length: count }, () => 2.5))
    expect(circuit(all, 'battery-string')?.lengthM.value).toBe(2.5)
    const metres = (each: Job) =>
      made(each)
        .parts.lines.filter(({ unit, use }) => unit === 'm' && use.includes('Battery string'))
        .reduce((sum, { quantity }) => sum + quantity, 0)
    expect(metres(all)).toBeGreaterThanOrEqual(count * 2 * 2.5)
    expect(ids(all)).not.toContain('wire.unequal-parallel')
  })

  test('that differ are a fault, and cutting them alike mends it', () => {
    const job = leads(0.4, 1.1)
    const found = findings(made(job)).find(({ id }) => id === 'wire.unequal-parallel')
    expect(found?.severity).toBe('danger')
    expect(ids(applyAll(job, found?.changes[0]?.edits ?? []))).not.toContain('wire.unequal-parallel')
  })
})

describe('the engine', () => {
  const engine = (byRelay: boolean, itemId = 'quillane-a12-150') => {
    const job = FIELD_SHAPES.N
    const { alternator } = job.options[0]?.backup ?? { alternator: null }
    return applyAll(job, [
      { act: 'set-option', part: 'battery', patch: { itemId } },
      { act: 'set-option', part: 'backup', patch: { alternator: alternator && { ...alternator, byRelay } } },
    ])
  }

  test('reaches a DC-DC charger by a lead with a device at each end', () => {
    const job = engine(false)
    expect(circuit(job, 'starter')).toMatchObject({ deviceEnds: 2 })
    const devices = made(job).parts.lines.filter(({ use }) => /A, Starter battery/.test(use))
    expect(devices.reduce((sum, { quantity }) => sum + quantity, 0)).toBe(2)
  })

  test('joins lead-acid by a relay: no charger is bought, the relay bears the current, the engine still charges', () => {
    const job = engine(true)
    const { plant, backup } = made(job)
    expect(unitsOf(plant, 'engine-charger')).toEqual([])
    expect(
      plant.joints.filter(({ kind }) => kind === 'starter' || kind === 'alternator').map(({ title }) => title),
    ).toEqual(['Starter battery to joining relay', 'Joining relay to bus bars'])
    expect(fitted(job, 'relay').item).toMatchObject({ role: 'relay' })
    expect(backup.alternator?.currentA.value).toBeGreaterThan(0)
    expect(backup.alternator?.dailyEnergyWh.value).toBeGreaterThan(0)
    expect(backup.answer).toMatch(/^alternator, \d+.A$/)
    // The year counts it as it does a charger.
    const plan = planOf(made(job))
    expect(isPlan(plan) && plan.terms.alternatorMostW).toBeGreaterThan(0)
    expect(ids(job)).not.toContain('backup.alternator')
  })

  test('is a danger joined to lithium, and a charger in place of the relay mends it', () => {
    const job = engine(true, 'haskerl-12-280')
    const found = findings(made(job)).find(({ id }) => id === 'backup.alternator')
    expect(found?.message).toMatch(/nothing limits/)
    expect(ids(applyAll(job, found?.changes[0]?.edits ?? []))).not.toContain('backup.alternator')
  })

  test('of another voltage cannot be joined', () => {
    const job = applyAll(engine(true), [{ act: 'choose-voltage', systemVoltageV: 24, letGo: ['battery'] }])
    expect(ids(job)).toContain('unit.voltage-class')
  })
})

describe('branches behind the boards', () => {
  const load = (id: string, figures: Partial<Load>): Load => ({
    ...emptyLoad(id),
    name: id,
    basis: 'label',
    hoursPerDay: 1,
    ...figures,
  })
  const branches = (loads: readonly Load[], letter: 'B' | 'H' = 'B') => {
    const { plant } = made({ ...FIELD_SHAPES[letter], loads: [...loads] })
    return plant.branches.map(({ id, name, rows }) => [id, name, rows.length] as const)
  }

  test('hold the loads of a room, in the order of the list, under the id of the first', () => {
    const kitchen = { group: 'Kitchen' }
    const list = [
      load('lamp', { powerW: 20, ...kitchen }),
      load('saw', { powerW: 700, group: 'Shed' }),
      load('mixer', { powerW: 300, ...kitchen }),
    ]
    expect(branches(list)).toEqual([
      ['lamp', 'Kitchen', 2],
      ['saw', 'saw', 1],
    ])
    // Another order or another name leaves what was chosen for a circuit with it.
    expect(branches([...list].reverse()).map(([id]) => id)).toEqual(['mixer', 'saw'])
  })

  test('end where the rule set’s branch is full; what is too much for one stands alone', () => {
    const heavy = (id: string) => load(id, { powerW: 1800, group: 'Kitchen' })
    expect(branches([heavy('oven'), heavy('plate'), load('lamp', { powerW: 20, group: 'Kitchen' })])).toEqual([
      ['oven', 'Kitchen', 2],
      ['plate', 'plate', 1],
    ])
    // Loads that never run together share one.
    const alone = (id: string) => load(id, { powerW: 1800, group: 'Kitchen', runsTogether: false })
    expect(branches([alone('oven'), alone('plate')])).toHaveLength(1)
  })

  test('keep two legs and twice the voltage apart', () => {
    const pump = load('pump', { powerW: 1100, leg: 'both' })
    const job = { ...FIELD_SHAPES.H, loads: [pump, load('lamp', { powerW: 20 })] }
    const volts = made(job).plant.branches.map(({ id, mainsV }) => [id, mainsV])
    expect(volts).toEqual([
      ['pump', 240],
      ['lamp', 120],
    ])
    expect(circuit(job, 'ac-branch-pump')?.currentA.value).toBeCloseTo(1100 / 240, 6)
  })

  test('have a circuit each, with a device, and a residual-current device before the AC ones', () => {
    const job = shape('B')
    const { plant, wiring: laid } = made(job)
    for (const { board, id } of plant.branches)
      expect(laid.circuits.find((each) => each.id === `${board}-branch-${id}`)?.device).not.toBeNull()
    expect(fitted(job, 'residual-current').item).toMatchObject({ role: 'residual-current' })
    expect(fitted(job, 'ac-board').need.ways).toBe(plant.branches.filter(({ board }) => board === 'ac').length)
  })
})

describe('a weight given for a place', () => {
  const weights = (mostKg: number, places: Job['site']['weightTargets'][number]['places']) =>
    shape('C', {
      act: 'set-site',
      patch: { weightTargets: [{ id: 'w', name: 'Rear axle', mostKg, places, axle: null }] },
    })

  test('is held against what stands there, what is already there as well', () => {
    const whole = made(weights(500, [])).parts
    expect(whole.weightTargets[0]?.weightKg).toBeCloseTo(whole.weightKg.value, 6)
    const rear = made(weights(500, ['battery room'])).parts
    expect(rear.weightTargets[0]?.weightKg).toBeCloseTo(rear.weightByPlaceKg['battery room'], 6)
    const itemId = 'haskerl-12-120h'
    const there = {
      id: 'b',
      itemId,
      quantity: 9,
      ageYears: 1,
      condition: 'good' as const,
      measuredCapacityAh: null,
      kept: true,
      note: '',
    }
    const kept = made({ ...weights(500, ['battery room']), existing: [there] }).parts
    expect(kept.lines.some(({ item }) => item.id === itemId)).toBe(false)
    expect(kept.weightTargets[0]?.weightKg).toBeCloseTo(rear.weightTargets[0]?.weightKg ?? 0, 6)
  })

  test('is a fault where it is too little', () => {
    expect(ids(weights(500, []))).not.toContain('parts.weight-over')
    expect(ids(weights(3, ['battery room']))).toContain('parts.weight-over')
  })
})

describe('several arrays in one plane', () => {
  /** One roof for the main array, whose panel is open, and a further one of so many strings of three. */
  const roof = (stringsPerController: number): Job => {
    const job = FIELD_SHAPES.G
    const [plane] = job.site.planes
    const site = { ...job.site, planes: plane ? [{ ...plane, widthM: 9, heightM: 5.6 }] : [] }
    return applyAll({ ...job, site }, [
      { act: 'set-job', patch: { loadMarginFraction: 2 } },
      { act: 'set-option', part: 'array', patch: { panelId: null } },
      { act: 'change-array', arrayId: 'east', patch: { planeId: plane?.id ?? null, stringsPerController } },
    ])
  }
  test('leave each other the room they take: none is laid where it does not fit', () => {
    for (const strings of [1, 2, 3, 4]) {
      const job = roof(strings)
      const { panels } = made(job).array.layout ?? { panels: 0 }
      expect(ids(job), `${strings} strings`).not.toContain('array.does-not-fit')
      expect(panels).toBeGreaterThan(0)
    }
  })

  test('that are too many together are told of with both', () => {
    const found = findings(made(roof(30))).find(({ id }) => id === 'array.does-not-fit')
    expect(found?.message).toMatch(/90 × .* wanted/)
    expect(found?.severity).toBe('fault')
  })
})
