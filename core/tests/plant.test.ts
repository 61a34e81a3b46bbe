import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { clinic, demoJobs, narrowboat, rescueHut } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import type { Edit, FurtherArrayChoice } from '../src/edit/edit.ts'
import { emptyJob } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { circuitId } from '../src/plant/joint.ts'
import { endsOf, terminalOf, unitOf, unitsOf } from '../src/plant/plant.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const designed = (job: Job) => design(job, SHIPPED_CATALOGUE)
const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES), emptyJob('Empty')].map(
  (job) => [job.name, job] as const,
)

const SHED: FurtherArrayChoice = {
  id: 'shed',
  name: 'Shed',
  panelId: 'dorveth-545',
  controllerId: 'lanthorn-m250-100',
  quantity: 1,
  panelsPerString: 2,
  stringsPerController: 3,
  planeId: null,
  setA: null,
}
const YARD: FurtherArrayChoice = { ...SHED, id: 'yard', name: 'Yard', stringsPerController: 1 }
const withArrays = (...arrays: readonly FurtherArrayChoice[]): Job =>
  applyAll(
    clinic(),
    arrays.map((array): Edit => ({ act: 'add-array', array })),
  )

describe.each(everyJob)('the plant of %s', (_, job) => {
  const { plant, wiring, parts } = designed(job)

  test('names each unit, terminal and joint once', () => {
    const ids = plant.units.map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
    const joints = plant.joints.map(({ id }) => id)
    expect(new Set(joints).size).toBe(joints.length)
    for (const { id, terminals } of plant.units)
      expect(new Set(terminals.map((each) => each.id)).size, id).toBe(terminals.length)
  })

  test('joins only what stands there', () => {
    for (const joint of plant.joints) {
      expect(unitOf(plant, joint.from.unitId), `${joint.id} from ${joint.from.unitId}`).toBeDefined()
      expect(unitOf(plant, joint.to.unitId), `${joint.id} to ${joint.to.unitId}`).toBeDefined()
      for (const id of joint.through) expect(unitOf(plant, id), `${joint.id} through ${id}`).toBeDefined()
      expect(joint.count).toBeGreaterThanOrEqual(1)
      expect(terminalOf(plant, joint.from), joint.id).toBeDefined()
      expect(endsOf(plant, joint)).toHaveLength(2)
    }
  })

  test('every circuit is one of its joints, every unit with a sheet is bought or there', () => {
    const joints = new Set(plant.joints.map(({ id }) => id))
    for (const { id } of wiring.circuits) expect(joints.has(id), id).toBe(true)
    const there = new Set(job.existing.filter(({ kept }) => kept).map(({ itemId }) => itemId))
    for (const { item, quantity } of plant.units) {
      if (!item || quantity === 0 || there.has(item.id)) continue
      expect(
        parts.lines.some((line) => line.item.id === item.id),
        item.id,
      ).toBe(true)
    }
  })
})

describe('units and joints', () => {
  test('a battery job has its shunt in the one negative, and an earth bar', () => {
    const { plant } = designed(narrowboat())
    const main = plant.joints.find(({ id }) => id === circuitId('battery-main'))
    expect(main?.through).toEqual(['battery-switch', 'shunt'])
    expect(unitsOf(plant, 'earth-bar')).toHaveLength(1)
    expect(unitsOf(plant, 'engine-charger')[0]?.link).toBe('backup')
  })

  test('a further array keeps its ids and its cable whatever stands before it', () => {
    const both = designed(withArrays(SHED, YARD))
    expect(unitsOf(both.plant, 'panels').map(({ arrayId }) => arrayId)).toEqual(['main', 'shed', 'yard'])
    const length: Edit = { act: 'set-circuit', circuitId: circuitId('array', 'yard'), patch: { lengthM: 31 } }
    const before = applyAll(withArrays(SHED, YARD), [length])
    const after = applyAll(before, [{ act: 'remove-array', arrayId: 'shed' }])
    const yard = (job: Job) => designed(job).wiring.circuits.find(({ id }) => id === circuitId('array', 'yard'))
    expect(yard(before)?.lengthM.value).toBe(31)
    expect(yard(after)?.lengthM.value).toBe(31)
    expect(designed(after).wiring.circuits.some(({ id }) => id.includes('shed'))).toBe(false)
  })

  test('two arrays of one name are two arrays', () => {
    const { plant, array } = designed(withArrays(SHED, { ...YARD, name: 'Shed' }))
    expect(array.further.map(({ id }) => id)).toEqual(['shed', 'yard'])
    expect(unitsOf(plant, 'controller')).toHaveLength(3)
  })

  test('a further array with a panel no catalogue has is said, and nothing takes its place', () => {
    const job = withArrays({ ...SHED, panelId: 'nobody-1' }, YARD)
    const result = designed(job)
    expect(result.needs.map(({ place }) => place)).toContain('controller.further.shed.panelId')
    expect(result.needs.find(({ place }) => place.includes('shed'))?.message).toMatch(/Shed/)
    expect(unitsOf(result.plant, 'panels').map(({ arrayId }) => arrayId)).toEqual(['main', 'yard'])
    const lost = designed(withArrays({ ...SHED, controllerId: 'nobody-2' }))
    expect(lost.needs.map(({ place }) => place)).toContain('controller.further.shed.controllerId')
  })

  test('a fuse in the strings of a further array above what its panel bears is a danger', () => {
    const fused = (ratingA: number) =>
      applyAll(withArrays(SHED), [
        {
          act: 'set-circuit',
          circuitId: circuitId('string', 'shed'),
          patch: { deviceId: 'wardwick-pvf', deviceRatingA: ratingA },
        },
      ])
    const dangers = (job: Job) =>
      findings(designed(job)).filter(({ id, place }) => id === 'protect.string-fuse-large' && place.includes('shed'))
    expect(dangers(withArrays(SHED))).toEqual([])
    expect(dangers(fused(40))[0]?.message).toMatch(/the panel allows/)
    expect(dangers(fused(10))[0]?.message).toMatch(/opens on a good day/)
    const bare = applyAll(withArrays(SHED), [
      { act: 'set-circuit', circuitId: circuitId('string', 'shed'), patch: { deviceId: 'none' } },
    ])
    expect(findings(designed(bare)).some(({ id, place }) => id === 'string.fuse-missing' && /shed/.test(place))).toBe(
      true,
    )
  })

  test('terminals bear what their sheets say', () => {
    const { plant, controller } = designed(rescueHut())
    const [unit] = unitsOf(plant, 'controller')
    const pv = unit?.terminals.find(({ id }) => id === 'array')
    expect(pv?.maxV).toBe(controller.item?.maxInputV)
    expect(pv?.maxAreaMm2).toBe(controller.item?.terminalMaxMm2)
  })

  test('what needs no bus has none: an empty job is an empty plant', () => {
    const { plant } = designed(emptyJob('Empty'))
    expect(plant.joints.filter(({ carries }) => carries !== 'earth')).toEqual([])
  })
})
