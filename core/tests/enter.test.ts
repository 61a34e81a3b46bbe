import { describe, expect, test } from 'vitest'
import { influencesOn } from '../src/after/sensitivity.ts'
import { demoJobs, fieldStation, narrowboat } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import { enter } from '../src/edit/enter.ts'
import { touches } from '../src/edit/touches.ts'
import { DEFAULTS, type Default } from '../src/job/defaults.ts'
import { chosenOption, parseJob } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { designed } from './designed.ts'

/** A job with every field there is one of: an alternator as well. */
const whole = demoJobs().find((job) => chosenOption(job).backup.alternator) ?? narrowboat()
const inFields = Object.entries(DEFAULTS as Readonly<Record<string, Default>>).flatMap(([name, { place, value }]) =>
  place === undefined ? [] : [[name, place, value] as const],
)

/** What a job holds at a place, by the page it stands on. */
function heldAt(job: Job, place: string): unknown {
  const [link = '', ...path] = place.split('.')
  const option: unknown = chosenOption(job)
  const inside = (whole: unknown) => path.reduce((at, key) => (at as Record<string, unknown> | undefined)?.[key], whole)
  const ofLink = inside((option as Record<string, unknown>)[link] ?? job[link as 'site'])
  if (link === 'parts') return job.trade[path[0] as 'hourPrice']
  return ofLink ?? (job as unknown as Record<string, unknown>)[path[0] ?? '']
}

describe('a figure entered by its place', () => {
  test.each(inFields)('%s stands in for a field of the job', (_, place, value) => {
    const edit = enter(whole, place, value)
    if (!edit) throw new Error(`no field at ${place}`)
    const after = apply(whole, edit)
    expect(heldAt(after, place)).toBe(value)
    expect(parseJob(JSON.parse(JSON.stringify(after)))).toEqual(after)
    expect(touches(edit)).toHaveLength(1)
  })

  test('writes one figure of a group and leaves the others', () => {
    const station = fieldStation()
    const before = chosenOption(station).array.losses
    const edit = enter(station, 'array.losses.soiling', 0.11)
    if (!edit) throw new Error('no field')
    expect(chosenOption(apply(station, edit)).array.losses).toEqual({ ...before, soiling: 0.11 })
  })

  test('is entered in the load, the circuit and the site it names', () => {
    expect(enter(fieldStation(), 'loads.pump.powerW', 5)).toEqual({
      act: 'change-loads',
      changes: [{ id: 'pump', patch: { powerW: 5 } }],
    })
    expect(enter(fieldStation(), 'wiring.array.lengthM', 7)).toEqual({
      act: 'set-circuit',
      circuitId: 'array',
      patch: { lengthM: 7 },
    })
    expect(enter(fieldStation(), 'site.altitudeM', 40)).toEqual({ act: 'set-site', patch: { altitudeM: 40 } })
  })

  test.each([
    'loads.gone.powerW',
    'loads.pump.colour',
    'site.colour',
    'site.constructor',
    'battery.constructor',
    'wiring.array.colour',
    'battery.colour',
    'array.losses.colour',
    'backup.alternator.otherA',
    'parts.price',
    '',
  ])('has no act at “%s”, where this job has no such field', (place) => {
    const job = fieldStation()
    expect(chosenOption(job).backup.alternator).toBeNull()
    expect(enter(job, place, 1)).toBeNull()
  })
})

describe('which assumption moves a figure', () => {
  /** The figure of a design, with the first of its steps that a person would enter. */
  const moversOf = (job: Job) => {
    const result = designed(job)
    const { step, key } = result.battery.requiredNominalWh ?? {}
    if (step === undefined || key === undefined) throw new Error('not computed')
    return { step, key, result, movers: influencesOn(result, step, key) }
  }

  test.each(demoJobs().map((job) => [job.name, job] as const))(
    '%s: what is said is what entering it does',
    (_, job) => {
      const { step, key, result, movers } = moversOf(job)
      const before = result.battery.requiredNominalWh?.value ?? Number.NaN
      for (const mover of movers.slice(0, 3)) {
        if (mover.place === null) continue
        // No day has more than 24 hours.
        expect(mover.scale, mover.place).toBe(mover.place === 'inverter.hoursPerDay' ? 0.9 : 1.1)
        const edit = enter(job, mover.place, mover.value * mover.scale)
        if (!edit) throw new Error(`no field at ${mover.place}`)
        const now = designed(apply(job, edit)).steps.find(({ address }) => address === step)?.outputs[key]?.value
        expect(mover.change, mover.place).toBeCloseTo((now as number) - before, 6)
      }
    },
  )

  test('leads to the field it is entered in, and is silent once that is settled', () => {
    const job = fieldStation()
    const { movers } = moversOf(job)
    const aging = movers.find(({ place }) => place === 'battery.agingFactor')
    expect(aging).toMatchObject({ origin: 'assumption', value: 0.8 })
    const edit = enter(job, 'battery.agingFactor', 0.9)
    if (!edit) throw new Error('no field')
    expect(moversOf(apply(job, edit)).movers.map(({ place }) => place)).not.toContain('battery.agingFactor')
  })

  test('the strongest stands first, and a figure that is not there has none', () => {
    const { result, movers } = moversOf(fieldStation())
    const sizes = movers.map(({ change }) => Math.abs(change))
    expect(sizes.length).toBeGreaterThan(2)
    expect([...sizes].sort((a, b) => b - a)).toEqual(sizes)
    // One field behind it in two ways, as the margin on AC and on DC, is one assumption.
    const places = movers.flatMap(({ place }) => place ?? [])
    expect(new Set(places).size).toBe(places.length)
    expect(influencesOn(result, 'battery/nothing/', 'x')).toEqual([])
  })
})
