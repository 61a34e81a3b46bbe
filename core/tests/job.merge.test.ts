import { applyAll, type Edit, fieldStation, type Job } from '@yard-lamp/core'
import { mergeJobs } from '@yard-lamp/core/job'
import { describe, expect, test } from 'vitest'

const base = fieldStation()
const [first, second] = base.loads
const changed = (...edits: Edit[]): Job => applyAll(base, edits)
const renamed = (id: string, name: string): Edit => ({ act: 'change-loads', changes: [{ id, patch: { name } }] })
const read = (job: Job): Job => JSON.parse(JSON.stringify(job))

describe('two versions of a job', () => {
  test('that touch different parts are both kept, whoever is first', () => {
    const mine = changed({ act: 'set-job', patch: { name: 'Mine' } }, renamed(first?.id ?? '', 'Lamps'))
    const theirs = read(changed({ act: 'set-job', patch: { units: 'us' } }, renamed(second?.id ?? '', 'Pump')))
    const merged = mergeJobs(base, mine, theirs)
    expect(merged).toMatchObject({ name: 'Mine', units: 'us' })
    expect(merged?.loads.slice(0, 2).map(({ name }) => name)).toEqual(['Lamps', 'Pump'])
    expect(mergeJobs(base, theirs, mine)).toEqual(merged)
  })

  test('that say the same agree; that say otherwise of one thing do not', () => {
    const mine = changed(renamed(first?.id ?? '', 'Lamps'))
    expect(mergeJobs(base, mine, read(mine))).toEqual(mine)
    expect(mergeJobs(base, mine, changed(renamed(first?.id ?? '', 'Lights')))).toBeNull()
  })

  test('what one removed and the other left alone goes; what the other changed is asked about', () => {
    const removed: Job = { ...base, loads: base.loads.slice(1) }
    const added: Job = {
      ...base,
      loads: [...base.loads, { ...(first as Job['loads'][number]), id: 'new-load', name: 'New' }],
    }
    expect(mergeJobs(base, removed, read(added))?.loads.map(({ id }) => id)).toEqual([
      ...base.loads.slice(1).map(({ id }) => id),
      'new-load',
    ])
    expect(mergeJobs(base, removed, changed(renamed(first?.id ?? '', 'Lights')))).toBeNull()
    expect(mergeJobs(base, changed(renamed(first?.id ?? '', 'Lights')), removed)).toBeNull()
  })

  test('the order of whoever moved things stands', () => {
    const moved: Job = { ...base, loads: [...base.loads].reverse() }
    const mine = changed(renamed(first?.id ?? '', 'Lamps'))
    const ids = moved.loads.map(({ id }) => id)
    expect(mergeJobs(base, mine, read(moved))?.loads.map(({ id }) => id)).toEqual(ids)
    expect(mergeJobs(base, moved, read(mine))?.loads.map(({ id }) => id)).toEqual(ids)
  })

  test('that together are no job that can be kept are asked about', () => {
    const option = base.options[0] as Job['options'][number]
    const two: Job = {
      ...base,
      options: [option, { ...option, id: 'other', name: 'Other' }],
      chosenOptionId: option.id,
    }
    const mine: Job = { ...two, options: two.options.slice(1), chosenOptionId: 'other' }
    const theirs: Job = { ...two, options: two.options.slice(0, 1) }
    expect(mergeJobs(two, mine, theirs)).toBeNull()
  })
})
