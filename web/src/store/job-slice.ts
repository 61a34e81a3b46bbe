import { createSlice, current, original, type PayloadAction } from '@reduxjs/toolkit'
import type { StoredJob } from '@yard-lamp/core'
import {
  applyChange,
  type Change,
  type CircuitChoice,
  EMPTY_CIRCUIT_CHOICE,
  type Job,
  type Load,
  type Option,
  type Site,
} from '@yard-lamp/core'
import type { OptionPatch } from '@yard-lamp/core/checks/change'

/** Edits of the same field closer together than this are one step of undo, ms. */
const SAME_EDIT_MS = 2000
/** States kept for undo. */
const MOST_UNDO = 500

interface Past {
  readonly job: Job
  /** What the edit that followed this state did. */
  readonly label: string
}

export interface JobState {
  readonly id: string
  /** Revision on the server that this document began from. */
  readonly baseRevision: number
  readonly job: Job
  readonly past: readonly Past[]
  readonly future: readonly Past[]
  /** Key and time of the last edit, to join typing in one field. */
  readonly lastEdit: { readonly key: string; readonly atMs: number } | null
  /** Grows with each change of the document, also by undo. */
  readonly changes: number
}

type Draft = {
  job: Job
  past: Past[]
  future: Past[]
  lastEdit: JobState['lastEdit']
  changes: number
  id: string
  baseRevision: number
}
interface EditMeta {
  readonly label: string
  readonly key: string
  readonly atMs: number
}
type Edit<P> = PayloadAction<P, string, EditMeta>

/** An edit carries what it is called in the undo button, and a key that joins typing in one field. */
const edit =
  <P>(label: string, keyOf: (payload: P) => string = () => '') =>
  (payload: P) => ({ payload, meta: { label, key: keyOf(payload), atMs: Date.now() } })

/** An edit of several things at once, that says itself what it is called. */
const labelled =
  <P>() =>
  (payload: P, label: string) => ({ payload, meta: { label, key: '', atMs: Date.now() } })

export interface LoadChange {
  readonly id: string
  readonly patch: Partial<Load>
}

/** Keeps the state before an edit for undo. */
function record(state: Draft, { label, key, atMs }: EditMeta): void {
  const joined = key !== '' && state.lastEdit?.key === key && atMs - state.lastEdit.atMs < SAME_EDIT_MS
  if (!joined) {
    state.past.push({ job: original(state.job) as Job, label })
    if (state.past.length > MOST_UNDO) state.past.shift()
  }
  state.future = []
  state.lastEdit = key === '' ? null : { key, atMs }
  state.changes += 1
}

const keys = (patch: object): string => Object.keys(patch).join()
const chosen = (job: Job): Option | undefined => job.options.find((option) => option.id === job.chosenOptionId)

export const jobSlice = createSlice({
  name: 'job',
  initialState: null as JobState | null,
  reducers: {
    jobOpened: (_state, { payload }: PayloadAction<StoredJob>): JobState => ({
      id: payload.id,
      baseRevision: payload.revision,
      job: payload.job,
      past: [],
      future: [],
      lastEdit: null,
      changes: 0,
    }),
    jobClosed: () => null,
    /** The server has kept the document as this revision. */
    jobSaved(state, { payload }: PayloadAction<{ revision: number }>) {
      if (state) state.baseRevision = payload.revision
    },
    jobReplaced: {
      prepare: edit<{ job: Job }>('taking another version'),
      reducer(state, { payload, meta }: Edit<{ job: Job }>) {
        if (!state) return
        record(state as Draft, meta)
        state.job = payload.job
      },
    },
    jobChanged: {
      prepare: edit<Partial<Omit<Job, 'site' | 'loads' | 'options' | 'format' | 'version'>>>(
        'the job',
        (patch) => `job:${keys(patch)}`,
      ),
      reducer(state, { payload, meta }: Edit<Partial<Job>>) {
        if (!state) return
        record(state as Draft, meta)
        Object.assign(state.job, payload)
      },
    },
    siteChanged: {
      prepare: edit<Partial<Site>>('the site', (patch) => `site:${keys(patch)}`),
      reducer(state, { payload, meta }: Edit<Partial<Site>>) {
        if (!state) return
        record(state as Draft, meta)
        Object.assign(state.job.site, payload)
      },
    },
    loadAdded: {
      prepare: edit<{ load: Load; at: number }>('adding a load'),
      reducer(state, { payload, meta }: Edit<{ load: Load; at: number }>) {
        if (!state) return
        record(state as Draft, meta)
        state.job.loads.splice(payload.at, 0, payload.load)
      },
    },
    loadChanged: {
      prepare: edit<{ id: string; patch: Partial<Load> }>('a load', ({ id, patch }) => `load:${id}:${keys(patch)}`),
      reducer(state, { payload, meta }: Edit<{ id: string; patch: Partial<Load> }>) {
        const load = state?.job.loads.find(({ id }) => id === payload.id)
        if (!state || !load) return
        record(state as Draft, meta)
        Object.assign(load, payload.patch)
      },
    },
    loadsChanged: {
      prepare: labelled<{ changes: readonly LoadChange[] }>(),
      reducer(state, { payload, meta }: Edit<{ changes: readonly LoadChange[] }>) {
        if (!state) return
        record(state as Draft, meta)
        const patchOf = new Map(payload.changes.map(({ id, patch }) => [id, patch]))
        for (const load of state.job.loads) Object.assign(load, patchOf.get(load.id))
      },
    },
    /** Loads pasted or copied in, together with changes to those that were there. */
    loadsPasted: {
      prepare: labelled<{ changes: readonly LoadChange[]; added: readonly Load[]; at: number }>(),
      reducer(state, { payload, meta }: Edit<{ changes: readonly LoadChange[]; added: readonly Load[]; at: number }>) {
        if (!state) return
        record(state as Draft, meta)
        const patchOf = new Map(payload.changes.map(({ id, patch }) => [id, patch]))
        for (const load of state.job.loads) Object.assign(load, patchOf.get(load.id))
        state.job.loads.splice(payload.at, 0, ...payload.added)
      },
    },
    loadsRemoved: {
      prepare: labelled<{ ids: readonly string[] }>(),
      reducer(state, { payload, meta }: Edit<{ ids: readonly string[] }>) {
        if (!state) return
        record(state as Draft, meta)
        state.job.loads = state.job.loads.filter(({ id }) => !payload.ids.includes(id))
      },
    },
    /** Moves loads, in their order, before another one; to the end where that is null. */
    loadsMoved: {
      prepare: labelled<{ ids: readonly string[]; before: string | null }>(),
      reducer(state, { payload, meta }: Edit<{ ids: readonly string[]; before: string | null }>) {
        if (!state) return
        record(state as Draft, meta)
        const moved = state.job.loads.filter(({ id }) => payload.ids.includes(id))
        const rest = state.job.loads.filter(({ id }) => !payload.ids.includes(id))
        const at = rest.findIndex(({ id }) => id === payload.before)
        rest.splice(at < 0 ? rest.length : at, 0, ...moved)
        state.job.loads = rest
      },
    },
    /** Sheets of what the design uses are kept with the job as it is saved: no edit of a person's, nothing to undo. */
    itemsKept(state, { payload }: PayloadAction<{ id: string; items: Job['items'] }>) {
      if (state?.id === payload.id) state.job.items = payload.items
    },
    /** A change that a check offers. */
    changeMade: {
      prepare: labelled<{ change: Change }>(),
      reducer(state, { payload, meta }: Edit<{ change: Change }>) {
        if (!state) return
        record(state as Draft, meta)
        state.job = applyChange(current(state.job) as Job, payload.change, EMPTY_CIRCUIT_CHOICE)
      },
    },
    /** The chosen option as a whole: after a school. */
    optionReplaced: {
      prepare: labelled<{ option: Option }>(),
      reducer(state, { payload, meta }: Edit<{ option: Option }>) {
        if (!state) return
        record(state as Draft, meta)
        const at = state.job.options.findIndex(({ id }) => id === payload.option.id)
        if (at >= 0) state.job.options[at] = payload.option
      },
    },
    systemVoltageChosen: {
      prepare: edit<{ systemVoltageV: Option['systemVoltageV'] }>('the system voltage'),
      reducer(state, { payload, meta }: Edit<{ systemVoltageV: Option['systemVoltageV'] }>) {
        const option = state && chosen(state.job as Job)
        if (!option) return
        record(state as Draft, meta)
        option.systemVoltageV = payload.systemVoltageV
      },
    },
    /** Another option like the chosen one, which then is the one worked on. */
    optionCopied: {
      prepare: labelled<{ id: string; name: string }>(),
      reducer(state, { payload, meta }: Edit<{ id: string; name: string }>) {
        const option = state && chosen(state.job as Job)
        if (!state || !option) return
        record(state as Draft, meta)
        const at = state.job.options.findIndex(({ id }) => id === option.id)
        state.job.options.splice(at + 1, 0, { ...structuredClone(current(option)), ...payload })
        state.job.chosenOptionId = payload.id
      },
    },
    optionChosen: {
      prepare: labelled<{ id: string }>(),
      reducer(state, { payload, meta }: Edit<{ id: string }>) {
        if (!state?.job.options.some(({ id }) => id === payload.id)) return
        record(state as Draft, meta)
        state.job.chosenOptionId = payload.id
      },
    },
    optionRenamed: {
      prepare: edit<{ id: string; name: string }>('the name of an option', ({ id }) => `option-name:${id}`),
      reducer(state, { payload, meta }: Edit<{ id: string; name: string }>) {
        const option = state?.job.options.find(({ id }) => id === payload.id)
        if (!state || !option) return
        record(state as Draft, meta)
        option.name = payload.name
      },
    },
    /** A job keeps at least one option; where the chosen one goes, the first is chosen. */
    optionRemoved: {
      prepare: labelled<{ id: string }>(),
      reducer(state, { payload, meta }: Edit<{ id: string }>) {
        if (!state || state.job.options.length < 2) return
        record(state as Draft, meta)
        state.job.options = state.job.options.filter(({ id }) => id !== payload.id)
        const [first] = state.job.options
        if (first && state.job.chosenOptionId === payload.id) state.job.chosenOptionId = first.id
      },
    },
    optionChanged: {
      prepare: edit<OptionPatch>('a choice', ({ part, patch }) => `option:${part}:${keys(patch)}`),
      reducer(state, { payload, meta }: Edit<OptionPatch>) {
        const option = state && chosen(state.job as Job)
        if (!option) return
        record(state as Draft, meta)
        Object.assign(option[payload.part], payload.patch)
      },
    },
    circuitChanged: {
      prepare: edit<{ id: string; patch: Partial<CircuitChoice> }>(
        'a circuit',
        ({ id, patch }) => `circuit:${id}:${keys(patch)}`,
      ),
      reducer(state, { payload, meta }: Edit<{ id: string; patch: Partial<CircuitChoice> }>) {
        const option = state && chosen(state.job as Job)
        if (!option) return
        record(state as Draft, meta)
        const { circuits } = option.wiring
        circuits[payload.id] = { ...(circuits[payload.id] ?? EMPTY_CIRCUIT_CHOICE), ...payload.patch }
      },
    },
    undone(state) {
      const before = state?.past.at(-1)
      if (!state || !before) return
      state.future.push({ job: original(state.job) as Job, label: before.label })
      state.past.pop()
      state.job = before.job
      state.lastEdit = null
      state.changes += 1
    },
    redone(state) {
      const after = state?.future.at(-1)
      if (!state || !after) return
      state.past.push({ job: original(state.job) as Job, label: after.label })
      state.future.pop()
      state.job = after.job
      state.lastEdit = null
      state.changes += 1
    },
  },
})

export const {
  jobOpened,
  jobClosed,
  jobSaved,
  jobReplaced,
  jobChanged,
  siteChanged,
  loadAdded,
  loadChanged,
  loadsChanged,
  loadsMoved,
  loadsPasted,
  loadsRemoved,
  changeMade,
  itemsKept,
  optionReplaced,
  systemVoltageChosen,
  optionChanged,
  optionChosen,
  optionCopied,
  optionRemoved,
  optionRenamed,
  circuitChanged,
  undone,
  redone,
} = jobSlice.actions
