import { configureStore } from '@reduxjs/toolkit'
import {
  type CircuitChoice,
  type Edit,
  emptyLoad,
  fieldStation,
  type Load,
  SHIPPED_CATALOGUE,
  type Site,
} from '@yard-lamp/core'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { differences } from '../src/conflict/differences.ts'
import { edited, figureWritten, jobOpened, jobSaved, redone, undone } from '../src/store/job-slice.ts'
import { catalogueRead, rootReducer } from '../src/store/root.ts'
import {
  conflictFound,
  conflictSettled,
  saveReset,
  saveSettled,
  saveStarted,
  saveWanted,
} from '../src/store/save-slice.ts'
import {
  selectAnswers,
  selectFindings,
  selectLinkStatus,
  selectMoved,
  selectWaitingFrom,
} from '../src/store/selectors.ts'
import { answersSeen, fieldWaits } from '../src/store/view-slice.ts'

// The store without its saving, which the end-to-end tests drive against a real server.
const newStore = () =>
  configureStore({
    reducer: rootReducer,
  })
let store: ReturnType<typeof newStore>
const job = () => {
  const { job: state } = store.getState()
  if (!state) throw new Error('no job is open')
  return state
}
const stored = (revision = 1) => ({ id: 'x', revision, updatedAt: '2026-01-01T00:00:00Z', job: fieldStation() })

const site = (patch: Partial<Site>): Edit => ({ act: 'set-site', patch })
const load = (id: string, patch: Partial<Load>): Edit => ({ act: 'change-loads', changes: [{ id, patch }] })
const circuit = (circuitId: string, patch: Partial<CircuitChoice>): Edit => ({ act: 'set-circuit', circuitId, patch })

beforeEach(() => {
  vi.useFakeTimers({ now: 0 })
  store = newStore()
  store.dispatch(catalogueRead({ catalogue: SHIPPED_CATALOGUE, mark: 'shipped' }))
  store.dispatch(jobOpened(stored()))
  return () => vi.useRealTimers()
})

describe('edits', () => {
  const edits: readonly Edit[] = [
    { act: 'set-job', patch: { name: 'Other' } },
    site({ latitudeDeg: 10 }),
    { act: 'add-loads', loads: [emptyLoad('new')], at: 0 },
    load('pump', { powerW: 1 }),
    { act: 'remove-loads', ids: ['freezer'] },
    { act: 'choose-voltage', systemVoltageV: 48, letGo: ['battery'] },
    { act: 'set-option', part: 'battery', patch: { autonomyDays: 9 } },
    circuit('array', { lengthM: 99 }),
    { act: 'replace-job', job: { ...fieldStation(), name: 'Replaced' } },
  ]

  test.each(edits.map((edit) => [edit.act, edit] as const))('%s is undone and redone to the letter', (_, edit) => {
    const before = job().job
    store.dispatch(edited(edit))
    const after = job().job
    expect(after).not.toEqual(before)
    expect(job().past.at(-1)?.label).toMatch(/^[a-z]/)
    store.dispatch(undone())
    expect(job().job).toBe(before)
    store.dispatch(redone())
    expect(job().job).toBe(after)
  })

  test('several acts of one button are one step of undo, called as the button says', () => {
    store.dispatch(edited([site({ latitudeDeg: 10 }), load('pump', { powerW: 1 })], 'taking both'))
    expect(job().past.map(({ label }) => label)).toEqual(['taking both'])
    store.dispatch(undone())
    expect(job().job).toEqual(fieldStation())
  })

  test('how a figure was written is kept with the job, is saved, and is nothing to undo', () => {
    store.dispatch(figureWritten({ place: 'site.recordLowC', text: '12 °F' }))
    expect(job()).toMatchObject({ past: [], changes: 1, job: { written: { 'site.recordLowC': '12 °F' } } })
    store.dispatch(figureWritten({ place: 'site.recordLowC', text: '12 °F' }))
    expect(job().changes).toBe(1)
    store.dispatch(figureWritten({ place: 'site.recordLowC', text: null }))
    expect(job().job.written).toEqual({})
  })

  test('a row of edits is walked back one by one, and a new edit ends the way forward', () => {
    for (const edit of edits) store.dispatch(edited(edit))
    for (let i = 0; i < edits.length; i++) store.dispatch(undone())
    expect(job().job).toEqual(fieldStation())
    store.dispatch(undone())
    expect(job().job).toEqual(fieldStation())
    store.dispatch(redone())
    store.dispatch(edited(site({ altitudeM: 3 })))
    expect(job().future).toEqual([])
  })

  test('typing in one field is one step; a pause or another field begins the next', () => {
    for (const powerW of [4, 41, 412]) store.dispatch(edited(load('pump', { powerW })))
    expect(job().past).toHaveLength(1)
    store.dispatch(edited(load('pump', { startW: 900 })))
    expect(job().past).toHaveLength(2)
    vi.advanceTimersByTime(5000)
    store.dispatch(edited(load('pump', { startW: 901 })))
    expect(job().past).toHaveLength(3)
    store.dispatch(undone())
    store.dispatch(undone())
    expect(job().job.loads.find(({ id }) => id === 'pump')).toMatchObject({ powerW: 412, startW: 1290 })
  })

  test('an edit of a load that is gone changes nothing', () => {
    store.dispatch(edited(load('gone', { powerW: 1 })))
    expect([job().past, job().changes]).toEqual([[], 0])
  })

  test('a save moves the base, not the document', () => {
    store.dispatch(edited(site({ altitudeM: 3 })))
    const { job: document } = job()
    store.dispatch(jobSaved({ revision: 2, job: document }))
    expect([job().baseRevision, job().job === document, job().saved === document]).toEqual([2, true, true])
  })
})

describe('what is shown', () => {
  test('links that moved show their old answer until it is seen, or until it is undone', () => {
    store.dispatch(answersSeen(selectAnswers(store.getState())))
    const { loads } = selectAnswers(store.getState())
    store.dispatch(edited(load('fan', { powerW: 150 })))
    expect(selectMoved(store.getState()).loads).toBe(loads)
    expect(selectMoved(store.getState()).site).toBeUndefined()
    store.dispatch(undone())
    expect(selectMoved(store.getState())).toEqual({})
    store.dispatch(redone())
    store.dispatch(answersSeen({ loads: selectAnswers(store.getState()).loads }))
    expect(selectMoved(store.getState()).loads).toBeUndefined()
    expect(selectMoved(store.getState()).battery).toBeDefined()
  })

  test('a link’s status is the gravest thing said of it', () => {
    expect(new Set(Object.values(selectLinkStatus(store.getState())))).toEqual(new Set(['sound']))
    store.dispatch(edited(circuit('battery-main', { deviceId: 'none' })))
    expect(selectLinkStatus(store.getState()).wiring).toBe('danger')
    store.dispatch(edited({ act: 'remove-loads', ids: ['pump'] }))
    store.dispatch(edited(site({ latitudeDeg: null })))
    expect(selectLinkStatus(store.getState())).toMatchObject({
      site: 'missing',
      array: 'missing',
      controller: 'missing',
      battery: 'sound',
    })
    expect(selectFindings(store.getState()).map(({ id }) => id)).toContain('protect.missing')
  })

  test('a field that is not understood makes its link wait, and all after it', () => {
    expect(selectWaitingFrom(store.getState())).toBe(9)
    store.dispatch(fieldWaits({ place: 'battery.autonomyDays', message: 'no' }))
    expect(selectWaitingFrom(store.getState())).toBe(2)
    store.dispatch(fieldWaits({ place: 'loads.pump.powerW', message: 'no' }))
    expect(selectWaitingFrom(store.getState())).toBe(1)
    store.dispatch(fieldWaits({ place: 'loads.pump.powerW', message: null }))
    expect(selectWaitingFrom(store.getState())).toBe(2)
  })
})

describe('the state of saving', () => {
  const save = () => store.getState().save

  test('goes from wanted over saving to saved', () => {
    store.dispatch(saveReset({ revision: 4 }))
    store.dispatch(saveWanted())
    expect(save()).toEqual({ status: 'pending' })
    store.dispatch(saveStarted())
    expect(save()).toEqual({ status: 'saving' })
    store.dispatch(saveSettled({ status: 'saved', revision: 5 }))
    expect(save()).toEqual({ status: 'saved', revision: 5 })
  })

  test('what could not be saved stays said while someone types and while it is tried again, until it is saved', () => {
    store.dispatch(saveStarted())
    store.dispatch(saveWanted())
    store.dispatch(saveSettled({ status: 'unsaved', reason: 'The server does not answer.' }))
    for (const action of [saveWanted(), saveStarted(), saveWanted()]) {
      store.dispatch(action)
      expect(save()).toEqual({ status: 'unsaved', reason: 'The server does not answer.' })
    }
    store.dispatch(saveSettled({ status: 'saved', revision: 5 }))
    expect(save()).toEqual({ status: 'saved', revision: 5 })
  })

  test('a conflict always shows, and neither typing nor a late failure hides it', () => {
    store.dispatch(saveStarted())
    store.dispatch(saveWanted())
    store.dispatch(saveSettled({ status: 'conflict', theirs: stored(7) }))
    store.dispatch(saveWanted())
    store.dispatch(saveSettled({ status: 'unsaved', reason: 'late' }))
    expect(save()).toMatchObject({ status: 'conflict', theirs: { revision: 7 } })
    store.dispatch(conflictSettled())
    expect(save()).toEqual({ status: 'pending' })
    store.dispatch(conflictFound(stored(9)))
    expect(save()).toMatchObject({ status: 'conflict', theirs: { revision: 9 } })
  })
})

describe('two versions of a job', () => {
  test('are told apart by name of load and field, wherever a load stands', () => {
    const mine = fieldStation()
    const theirs = fieldStation()
    theirs.loads = [
      emptyLoad('extra'),
      ...theirs.loads
        .filter(({ id }) => id !== 'kettle')
        .map((load) => (load.id === 'pump' ? { ...load, powerW: 500 } : load)),
    ]
    theirs.site.recordLowC = null
    expect(differences(mine, theirs)).toEqual([
      { what: 'site › record low', mine: '-11', theirs: 'not set' },
      { what: 'loads › Water pump › power of one while it runs', mine: '370', theirs: '500' },
      { what: 'loads › Small kettle, volunteers', mine: 'is there', theirs: 'is not there' },
      { what: 'loads › extra', mine: 'is not there', theirs: 'is there' },
    ])
    expect(differences(mine, fieldStation())).toEqual([])
  })

  test('that differ everywhere are counted after the first', () => {
    const theirs = fieldStation()
    theirs.loads = theirs.loads.map((load) => ({ ...load, powerW: 1, note: 'other' }))
    const found = differences(fieldStation(), theirs)
    expect(found).toHaveLength(15)
    expect(found.at(-1)?.what).toMatch(/^and \d+ more$/)
  })
})

describe('a piece hung on the wall', () => {
  const hang = (pieceId: string, xMm: number): Edit => ({ act: 'hang-piece', pieceId, at: { xMm, yMm: 900 } })
  const wall = () => job().job.options[0]?.wiring.wall

  test('moved by one key after another is one step of undo; another piece is another', () => {
    for (const xMm of [900, 910, 920]) store.dispatch(edited(hang('inverter#1', xMm)))
    expect(job().past.length).toBe(1)
    store.dispatch(edited(hang('bus#1', 300)))
    expect(job().past.map(({ label }) => label)).toEqual(['where a piece hangs', 'where a piece hangs'])
    store.dispatch(undone())
    expect(wall()).toEqual({ 'inverter#1': { xMm: 920, yMm: 900 } })
    store.dispatch(undone())
    expect(wall()).toEqual({})
    store.dispatch(redone())
    expect(wall()).toEqual({ 'inverter#1': { xMm: 920, yMm: 900 } })
  })

  test('put back is a step by itself, however soon, and what is where it was is none', () => {
    store.dispatch(edited(hang('inverter#1', 900)))
    store.dispatch(edited({ act: 'hang-piece', pieceId: 'inverter#1', at: null }))
    expect(wall()).toEqual({})
    expect(job().past.length).toBe(2)
    store.dispatch(edited({ act: 'hang-piece', pieceId: 'inverter#1', at: null }))
    expect(job().past.length).toBe(2)
    store.dispatch(undone())
    expect(wall()).toEqual({ 'inverter#1': { xMm: 900, yMm: 900 } })
  })

  test('all put back at once is one step, called what it is', () => {
    store.dispatch(edited([hang('inverter#1', 900), hang('bus#1', 300)]))
    const back = Object.keys(wall() ?? {}).map((pieceId): Edit => ({ act: 'hang-piece', pieceId, at: null }))
    store.dispatch(edited(back, 'where everything hangs'))
    expect(wall()).toEqual({})
    expect(job().past.at(-1)?.label).toBe('where everything hangs')
    store.dispatch(undone())
    expect(Object.keys(wall() ?? {})).toEqual(['inverter#1', 'bus#1'])
  })
})
