import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { clinic, demoJobs, fieldStation, narrowboat, rescueHut } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import { label } from '../src/edit/label.ts'
import { chooseVoltage } from '../src/edit/offers.ts'
import { SHIPPED_SCHOOLS, schoolOf } from '../src/edit/schools.ts'
import { touches, typingKey } from '../src/edit/touches.ts'
import { chosenOption, emptyBeside, emptyLoad, parseJob } from '../src/job/job.ts'
import type { Existing } from '../src/job/schema.ts'

const [, oneWeek] = SHIPPED_SCHOOLS
if (!oneWeek) throw new Error('no school')
const there: Existing = {
  id: 'there',
  itemId: 'haskerl-24-120',
  quantity: 2,
  ageYears: 3,
  condition: 'good',
  measuredCapacityAh: null,
  kept: true,
  note: '',
}
const shed = {
  id: 'shed',
  name: 'Shed',
  panelId: 'dorveth-430',
  controllerId: 'lanthorn-m150-45',
  quantity: 1,
  panelsPerString: 2,
  stringsPerController: 1,
  planeId: null,
  setA: null,
}
const plane = fieldStation().site.planes[0]
if (!plane) throw new Error('no plane')

/** One of each act that changes the field station. */
const ACTS: readonly Edit[] = [
  { act: 'set-job', patch: { name: 'Other' } },
  { act: 'replace-job', job: { ...narrowboat() } },
  { act: 'set-site', patch: { altitudeM: 77 } },
  { act: 'set-plane', planeId: plane.id, patch: { tiltDeg: 12 } },
  { act: 'add-loads', loads: [emptyLoad('new')], at: 1 },
  { act: 'change-loads', changes: [{ id: 'pump', patch: { powerW: 1 } }] },
  { act: 'paste-loads', changes: [{ id: 'pump', patch: { powerW: 2 } }], added: [emptyLoad('below')], at: 3 },
  { act: 'remove-loads', ids: ['pump', 'kettle'] },
  { act: 'move-loads', ids: ['pump'], before: 'freezer' },
  { act: 'add-existing', existing: there },
  { act: 'set-option', part: 'battery', patch: { autonomyDays: 9 } },
  { act: 'set-option', part: 'array', patch: { recoveryDays: 11 } },
  { act: 'set-option', part: 'controller', patch: { quantity: 3 } },
  { act: 'set-option', part: 'inverter', patch: { headroom: 2 } },
  { act: 'set-option', part: 'backup', patch: { bond: 'both' } },
  { act: 'choose-voltage', systemVoltageV: 12, letGo: ['battery', 'controller', 'inverter', 'backup'] },
  { act: 'add-array', array: shed },
  { act: 'set-strings', arrayId: 'main', patch: { panelsPerString: 3 } },
  { act: 'set-circuit', circuitId: 'array', patch: { lengthM: 99 } },
  { act: 'add-beside', beside: emptyBeside('porch', 'Porch') },
  { act: 'set-fitting', unitId: 'shunt', itemId: 'wardwick-sh-500' },
  { act: 'hang-piece', pieceId: 'inverter#1', at: { xMm: 900, yMm: 1200 } },
  { act: 'set-option', part: 'wiring', patch: { busStages: 2 } },
  { act: 'apply-school', school: oneWeek },
  { act: 'keep-school', school: { ...oneWeek, id: 'mine', name: 'Mine' } },
  { act: 'copy-option', id: 'copy', name: 'Option Q' },
  { act: 'rename-option', id: chosenOption(fieldStation()).id, name: 'Renamed' },
]
/** Acts on what the acts above put there. */
const AFTERWARDS: readonly Edit[] = [
  { act: 'change-existing', id: 'there', patch: { quantity: 5 } },
  { act: 'remove-existing', id: 'there' },
  { act: 'change-array', arrayId: 'shed', patch: { panelsPerString: 1 } },
  { act: 'set-strings', arrayId: 'shed', patch: { stringsPerController: 2 } },
  { act: 'remove-array', arrayId: 'shed' },
  { act: 'change-beside', id: 'porch', patch: { systemVoltageV: 12 } },
  { act: 'remove-beside', id: 'porch' },
  { act: 'hang-piece', pieceId: 'bus#1', at: null },
  { act: 'remove-school', id: 'mine' },
  { act: 'choose-option', id: 'copy' },
  { act: 'remove-option', id: 'copy' },
]
const PREPARED = applyAll(fieldStation(), [
  { act: 'add-beside', beside: emptyBeside('porch', 'Porch') },
  { act: 'add-existing', existing: there },
  { act: 'add-array', array: shed },
  { act: 'keep-school', school: { ...oneWeek, id: 'mine' } },
  { act: 'hang-piece', pieceId: 'bus#1', at: { xMm: 100, yMm: 1200 } },
  { act: 'copy-option', id: 'copy', name: 'Copy' },
  { act: 'choose-option', id: chosenOption(fieldStation()).id },
  { act: 'add-array', array: { ...shed, id: 'other' } },
])
const EVERY = [
  ...ACTS.map((edit) => [edit.act, edit, fieldStation()] as const),
  ...AFTERWARDS.map((edit) => [edit.act, edit, PREPARED] as const),
]

describe.each(EVERY)('%s', (_, edit, job) => {
  test('changes the job into another that can be kept, and leaves the one before as it was', () => {
    const before = structuredClone(job)
    const after = apply(job, edit)
    expect(after).not.toBe(job)
    expect(after).not.toEqual(job)
    expect(job).toEqual(before)
    expect(parseJob(JSON.parse(JSON.stringify(after)))).toEqual(after)
  })

  test('has words for undo, and says what it bears on', () => {
    expect(label(edit)).toMatch(/^\S.{2,80}$/)
    // A name of the code is no word: autonomyDays, set-option.
    expect(label(edit)).not.toMatch(/[a-z][A-Z]|set-|undefined|null/)
    expect(touches(edit).length).toBeGreaterThan(0)
    for (const place of touches(edit)) expect(place).toMatch(/^[a-z]/)
  })

  test('keeps what it does not bear on as the very same object', () => {
    const after = apply(job, edit)
    if (edit.act === 'replace-job') return
    const changed = (['site', 'loads', 'options', 'existing', 'schools', 'items'] as const).filter(
      (key) => after[key] !== job[key],
    )
    expect(changed.length).toBeLessThanOrEqual(1)
  })
})

describe('acts on what is not there', () => {
  test.each([
    { act: 'set-plane', planeId: 'gone', patch: { tiltDeg: 1 } },
    { act: 'change-loads', changes: [{ id: 'gone', patch: { powerW: 1 } }] },
    { act: 'remove-loads', ids: ['gone'] },
    { act: 'change-existing', id: 'gone', patch: { quantity: 1 } },
    { act: 'remove-existing', id: 'gone' },
    { act: 'change-array', arrayId: 'gone', patch: { name: 'x' } },
    { act: 'set-strings', arrayId: 'gone', patch: { panelsPerString: 1 } },
    { act: 'remove-array', arrayId: 'gone' },
    { act: 'remove-school', id: 'gone' },
    { act: 'choose-option', id: 'gone' },
    { act: 'rename-option', id: 'gone', name: 'x' },
    { act: 'remove-option', id: 'gone' },
  ] as const satisfies readonly Edit[])('$act leaves the job the same object', (edit) => {
    const job = clinic()
    expect(apply(job, edit)).toBe(job)
  })

  test('the last option stays', () => {
    const job = { ...fieldStation(), options: fieldStation().options.slice(0, 1) }
    const [only] = job.options
    if (!only) throw new Error('no option')
    expect(apply(job, { act: 'remove-option', id: only.id })).toBe(job)
  })
})

describe('loads in their order', () => {
  const ids = (edit: Edit) => apply(fieldStation(), edit).loads.map(({ id }) => id)
  const all = fieldStation().loads.map(({ id }) => id)

  test('moved before another, or to the end', () => {
    expect(ids({ act: 'move-loads', ids: ['pump'], before: null }).at(-1)).toBe('pump')
    expect(
      ids({ act: 'move-loads', ids: ['pump', 'kettle'], before: all[0] ?? null })
        .slice(0, 2)
        .sort(),
    ).toEqual(['kettle', 'pump'])
  })

  test('however they are moved, none is lost and none stands twice', () => {
    fc.assert(
      fc.property(fc.subarray(all), fc.option(fc.constantFrom(...all)), (moved, before) => {
        const after = ids({ act: 'move-loads', ids: moved, before })
        expect([...after].sort()).toEqual([...all].sort())
        // Those that stay keep their order among themselves, and so do those that move.
        const stay = (list: readonly string[]) => list.filter((id) => !moved.includes(id))
        expect(stay(after)).toEqual(stay(all))
      }),
    )
  })
})

describe('typing', () => {
  const typed = (id: string): Edit => ({ act: 'change-loads', changes: [{ id, patch: { powerW: 1 } }] })
  test('in one field has one key, another field another, and acts that stand alone none', () => {
    expect(typingKey([typed('pump')])).not.toBe('')
    expect(typingKey([typed('pump')])).toBe(typingKey([typed('pump')]))
    expect(typingKey([typed('pump')])).not.toBe(typingKey([typed('kettle')]))
    expect(typingKey([{ act: 'remove-loads', ids: ['pump'] }])).toBe('')
    expect(
      typingKey([
        {
          act: 'change-loads',
          changes: [
            { id: 'pump', patch: { powerW: 1 } },
            { id: 'kettle', patch: { powerW: 1 } },
          ],
        },
      ]),
    ).toBe('')
  })
})

describe('another system voltage', () => {
  const designed = (job: ReturnType<typeof fieldStation>) => design(job, SHIPPED_CATALOGUE)

  test.each(demoJobs().map((job) => [job.name, job] as const))(
    '%s: what cannot serve it is let go, all else stays',
    (_, job) => {
      const now = designed(job)
      for (const systemVoltageV of [12, 24, 48] as const) {
        const edit = chooseVoltage(now, systemVoltageV)
        const after = designed(apply(job, edit))
        expect(after.battery.systemVoltageV.value).toBe(systemVoltageV)
        if (systemVoltageV === now.battery.systemVoltageV.value) expect(edit).toMatchObject({ letGo: [] })
        if (after.inverter.item) expect(after.inverter.item.dcVoltageV).toBe(systemVoltageV)
        if (after.controller.item) expect(after.controller.item.batteryVoltagesV).toContain(systemVoltageV)
      }
    },
  )

  test('left to the design again lets nothing go', () => {
    expect(chooseVoltage(designed(rescueHut()), null)).toEqual({
      act: 'choose-voltage',
      systemVoltageV: null,
      letGo: [],
    })
  })
})

test('a job taken to a school is of it', () => {
  expect(schoolOf(apply(fieldStation(), { act: 'apply-school', school: oneWeek }))?.id).toBe(oneWeek.id)
})
