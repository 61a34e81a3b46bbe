import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { clinic, demoJobs, fieldStation } from '../src/demo/demo.ts'
import { diagramOf } from '../src/diagram/diagram.ts'
import { apply } from '../src/edit/apply.ts'
import type { Job } from '../src/job/schema.ts'
import { FIELD_SHAPES } from './field-shapes.ts'
import { ISLAND } from './island-rules.ts'

const made = (job: Job): Design => design(job, SHIPPED_CATALOGUE)
const sense = ({ wiring }: Pick<Design, 'wiring'>) => wiring.circuits.find(({ kind }) => kind === 'sense')
const withoutMonitor = (job: Job): Job =>
  apply(job, { act: 'set-option', part: 'battery', patch: { monitored: false } })

describe('the sense leads of the monitor', () => {
  test.each([...demoJobs(), ...Object.values(FIELD_SHAPES)].map((job, i) => [`${i + 1}. ${job.name}`, job] as const))(
    'carry their fuse and the fuse breaks the whole bank: %s',
    (_, job) => {
      const now = made(job)
      const circuit = sense(now)
      if (!circuit) {
        expect(now.option.battery.monitored && now.battery.bank !== null).toBe(false)
        return
      }
      expect(circuit.shortA.value).toBeCloseTo(now.battery.bank?.shortCircuitA.value ?? 0, 6)
      expect(circuit.device?.item?.interruptingA).toBeGreaterThanOrEqual(circuit.shortA.value)
      expect(circuit.device?.item?.maxDcV).toBeGreaterThanOrEqual(circuit.highestV)
      expect(circuit.cable?.ampacityA.value).toBeGreaterThanOrEqual(circuit.device?.ratingA.value ?? 0)
      expect(circuit.lack).toBe('')
    },
  )

  test('of a bank that ordinary fuses do not break get one that does', () => {
    const station = sense(made(fieldStation()))
    const large = sense(made(clinic()))
    expect(station?.device?.item?.id).toBe('wardwick-pvf')
    expect(large?.shortA.value).toBeGreaterThan(30_000)
    expect(large?.device?.item?.id).toBe('wardwick-pvf-h')
  })

  test('are bought, drawn below the bank, and gone with the monitor', () => {
    const now = made(fieldStation())
    expect(now.parts.lines.some(({ use }) => use.includes('Sense leads of the monitor'))).toBe(true)
    const drawn = (of: Design) =>
      diagramOf({ ...of, arrayNames: new Map(), unfolded: new Set() }).ways.filter(
        ({ circuitId }) => circuitId === 'sense',
      )
    expect(drawn(now)).toMatchObject([{ name: 'monitor P2', lacks: '' }])
    const bare = made(withoutMonitor(fieldStation()))
    expect(sense(bare)).toBeUndefined()
    expect(drawn(bare)).toEqual([])
    expect(bare.plant.units.some(({ role }) => role === 'monitor' || role === 'shunt')).toBe(false)
  })

  test('without a fuse are found', () => {
    const open = apply(fieldStation(), { act: 'set-circuit', circuitId: 'sense', patch: { deviceId: 'none' } })
    expect(findings(made(open)).map(({ id, severity }) => `${id} ${severity}`)).toContain('protect.missing danger')
  })

  test('are laid by a third rule set as well', () => {
    const circuit = sense(design(fieldStation(), SHIPPED_CATALOGUE, () => ISLAND))
    expect(circuit?.device).not.toBeNull()
    expect(circuit?.cable).not.toBeNull()
  })
})
