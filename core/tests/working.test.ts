import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { CHAIN, design, stepAt, stepOf } from '../src/chain/design.ts'
import { clinic, demoJobs, fieldStation, narrowboat } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import { emptyLoad } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { LINKS } from '../src/working/links.ts'
import { isKnown, type Known } from '../src/working/working.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const designed = (job: Job) => design(job, SHIPPED_CATALOGUE)
const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES)].map((job) => [job.name, job] as const)

/** Every figure with an origin that hangs on a result. */
function figuresIn(value: unknown, found: Known<unknown>[] = [], seen = new Set<unknown>()): Known<unknown>[] {
  if (value === null || typeof value !== 'object' || seen.has(value)) return found
  seen.add(value)
  if (isKnown(value)) found.push(value)
  else for (const each of Object.values(value)) figuresIn(each, found, seen)
  return found
}

describe.each(everyJob)('figures of %s', (_, job) => {
  const result = designed(job)

  test('have addresses of their own: link, method, subject', () => {
    const addresses = result.steps.map(({ address }) => address)
    expect(new Set(addresses).size).toBe(addresses.length)
    for (const { address, link, methodId } of result.steps)
      expect(address.startsWith(`${link}/${methodId}/`)).toBe(true)
  })

  test('that were computed lead to the step that gave them, and the step gives that figure', () => {
    for (const link of LINKS) {
      for (const figure of figuresIn(result[link])) {
        if (figure.origin !== 'computed' || figure.step === undefined) continue
        const step = stepOf(result, figure)
        expect(step, figure.step).toBeDefined()
        const given = step?.outputs[figure.key ?? '']?.value
        // One month of a year, or one figure for every month of it.
        if (Array.isArray(given) && !Array.isArray(figure.value)) expect(given, figure.step).toContain(figure.value)
        else if (Array.isArray(figure.value) && !Array.isArray(given))
          expect(new Set(figure.value), figure.step).toEqual(new Set([given]))
        else expect(given, figure.step).toEqual(figure.value)
      }
    }
  })

  test('each link answers in a line, with what it needs', () => {
    for (const link of LINKS) {
      expect(result[link].answer).toMatch(/\S/)
      for (const need of result[link].needs) expect(LINKS).toContain(need.link)
    }
    expect(Object.keys(CHAIN)).toEqual(LINKS)
  })
})

describe('an open working', () => {
  const opened = 'battery/battery.required-capacity/'
  const figure = (job: Job) => {
    const { steps } = designed(job)
    return steps.find(({ address }) => address.startsWith(opened))?.address
  }

  test.each<readonly [string, Edit]>([
    [
      'a load is added before all others',
      { act: 'add-loads', loads: [{ ...emptyLoad('first'), powerW: 5, hoursPerDay: 2 }], at: 0 },
    ],
    ['a load is removed', { act: 'remove-loads', ids: ['kettle'] }],
    ['the loads are put in another order', { act: 'move-loads', ids: ['pump'], before: 'freezer' }],
    ['a cable is laid longer', { act: 'set-circuit', circuitId: 'array', patch: { lengthM: 40 } }],
    ['another option is worked on', { act: 'copy-option', id: 'copy', name: 'Copy' }],
  ])('shows the same figure after %s', (_, edit) => {
    const before = fieldStation()
    const address = figure(before)
    if (!address) throw new Error('no such step')
    const after = apply(before, edit)
    expect(stepAt(designed(after).steps, address)?.methodId).toBe('battery.required-capacity')
    const load = designed(before).steps.find((step) => step.address.endsWith('/fan'))
    if (!load) throw new Error('no step of the fan')
    expect(stepAt(designed(after).steps, load.address)?.subject).toBe(load.subject)
  })

  test('of a load that is gone is gone, and is not another load’s', () => {
    const step = designed(fieldStation()).steps.find(({ address }) => address.endsWith('/pump'))
    const after = apply(fieldStation(), { act: 'remove-loads', ids: ['pump'] })
    expect(step && stepAt(designed(after).steps, step.address)).toBeUndefined()
  })
})

describe('what an edit works again', () => {
  const kept = (job: Job, edits: readonly Edit[]) => {
    const before = designed(job)
    const after = designed(applyAll(job, edits))
    return LINKS.filter((link) => after[link] === before[link])
  }

  test.each([fieldStation(), narrowboat(), clinic()].map((job) => [job.name, job] as const))(
    '%s: the length of a cable works wiring and parts, nothing before them',
    (_, job) => {
      const edit: Edit = { act: 'set-circuit', circuitId: 'battery-main', patch: { lengthM: 2.7 } }
      expect(kept(job, [edit])).toEqual(LINKS.filter((link) => link !== 'wiring' && link !== 'parts'))
      // The lead of the array counts where strings are chosen, so the array is worked as well; never the sun.
      const lead: Edit = { act: 'set-circuit', circuitId: 'array', patch: { lengthM: 27 } }
      expect(kept(job, [lead])).toEqual(expect.arrayContaining(['site', 'loads', 'battery', 'inverter']))
    },
  )

  test('a note, a name, a school that is kept work nothing at all', () => {
    expect(kept(fieldStation(), [{ act: 'set-job', patch: { note: 'by the gate', name: 'Other' } }])).toEqual(LINKS)
  })

  test('a load leaves the site as it was', () => {
    const edit: Edit = { act: 'change-loads', changes: [{ id: 'fan', patch: { powerW: 61 } }] }
    expect(kept(fieldStation(), [edit])).toEqual(['site'])
    const rows = (job: Job) => new Map(designed(job).loads.rows.map((row) => [row.id, row]))
    const [before, after] = [rows(fieldStation()), rows(apply(fieldStation(), edit))]
    expect(after.get('fan')).not.toEqual(before.get('fan'))
  })

  test('the same job and catalogue are the same design', () => {
    const job = fieldStation()
    expect(designed(job)).toBe(designed(job))
    expect(designed(structuredClone(job)).parts.price.value).toBe(designed(job).parts.price.value)
  })

  test('however it is edited, what is kept is what would have been worked anew', () => {
    const edits: readonly Edit[] = [
      { act: 'set-site', patch: { recordLowC: -20 } },
      { act: 'change-loads', changes: [{ id: 'fan', patch: { powerW: 90 } }] },
      { act: 'set-option', part: 'battery', patch: { autonomyDays: 4 } },
      { act: 'set-circuit', circuitId: 'battery-main', patch: { lengthM: 3 } },
      { act: 'set-option', part: 'backup', patch: { kind: 'generator' } },
      { act: 'set-job', patch: { units: 'us' } },
    ]
    let job = fieldStation()
    for (const edit of edits) {
      job = apply(job, edit)
      const step = ({ outputs, ...rest }: ReturnType<typeof designed>['steps'][number]) => ({ ...rest, outputs })
      const fresh = design(structuredClone(job), structuredClone(SHIPPED_CATALOGUE))
      expect(designed(job).steps.map(step)).toEqual(fresh.steps.map(step))
      expect(designed(job).needs).toEqual(fresh.needs)
    }
  })
})
