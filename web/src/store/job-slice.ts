import { createSlice, isDraft, original, type PayloadAction } from '@reduxjs/toolkit'
import { applyAll, type Edit, type Job, keptTexts, type StoredJob } from '@yard-lamp/core'
import { label, typingKey } from '@yard-lamp/core/edit'
import { mergeJobs } from '@yard-lamp/core/job'

/** Edits of the same field closer together than this are one step of undo, ms. */
const SAME_EDIT_MS = 2000
/** States kept for undo. */
const MOST_UNDO = 500
/** Those that are merged with what someone else saved: the latest. */
const MOST_MERGED = 60

interface Past {
  readonly job: Job
  /** What the edit that followed this state did. */
  readonly label: string
}

export interface JobState {
  readonly id: string
  /** Revision on the server that this document began from, and the document as it stands there. */
  readonly baseRevision: number
  readonly saved: Job
  readonly job: Job
  readonly past: readonly Past[]
  readonly future: readonly Past[]
  /** Key and time of the last edit, to join typing in one field. */
  readonly lastEdit: { readonly key: string; readonly atMs: number } | null
  /** Grows with each change of the document, also by undo. */
  readonly changes: number
}

interface EditMeta {
  readonly atMs: number
  /** Characters that cannot be kept were taken out. */
  readonly wasCut: boolean
}

interface Edited {
  readonly edits: readonly Edit[]
  /** What undo calls it, where that says more than the acts do: the button of a remedy. */
  readonly said?: string | undefined
}

/** The state after the document was changed, with the state before kept for undo. */
function recorded(state: JobState, job: Job, said: string, key: string, atMs: number): JobState {
  const joined = key !== '' && state.lastEdit?.key === key && atMs - state.lastEdit.atMs < SAME_EDIT_MS
  return {
    ...state,
    job,
    past: joined ? state.past : [...state.past, { job: state.job, label: said }].slice(-MOST_UNDO),
    future: [],
    lastEdit: key === '' ? null : { key, atMs },
    changes: state.changes + 1,
  }
}

/** The last steps of a list, each on top of what someone else saved, as far back as that can be done. */
function onTopOf({ saved }: JobState, theirs: Job, steps: readonly Past[]): Past[] {
  const merged: Past[] = []
  for (const step of steps.slice(-MOST_MERGED).reverse()) {
    const job = mergeJobs(saved, step.job, theirs)
    if (!job) break
    merged.unshift({ ...step, job })
  }
  return merged
}

/** One step back or forth: the document goes to the end of one list and comes from the end of the other. */
function stepped(state: JobState | null, from: 'past' | 'future', to: 'past' | 'future'): JobState | null {
  const next = state?.[from].at(-1)
  if (!state || !next) return state
  return {
    ...state,
    job: next.job,
    [from]: state[from].slice(0, -1),
    [to]: [...state[to], { job: state.job, label: next.label }],
    lastEdit: null,
    changes: state.changes + 1,
  }
}

/** The state itself, not the toolkit's draft of it: acts are pure, and three hundred loads read through a draft are slow. */
const plain = (state: unknown): JobState | null => (isDraft(state) ? original(state) : state) as JobState | null

export const jobSlice = createSlice({
  name: 'job',
  initialState: null as JobState | null,
  reducers: {
    jobOpened: (_state, { payload }: PayloadAction<StoredJob>): JobState => ({
      id: payload.id,
      baseRevision: payload.revision,
      saved: payload.job,
      job: payload.job,
      past: [],
      future: [],
      lastEdit: null,
      changes: 0,
    }),
    jobClosed: () => null,
    /** The server keeps this document as this revision. */
    jobSaved: (state, { payload }: PayloadAction<{ revision: number; job: Job }>) =>
      state && { ...state, baseRevision: payload.revision, saved: payload.job },
    /**
     * Someone else saved it meanwhile: what was done here goes on top of theirs, in undo too. Steps that would take back
     * what they did are left out, and so are those before them.
     */
    jobMerged: (state, { payload }: PayloadAction<{ revision: number; theirs: Job; job: Job }>) => {
      const before = plain(state)
      if (!before) return state
      const { revision, theirs, job } = payload
      return {
        ...before,
        baseRevision: revision,
        saved: theirs,
        job,
        past: onTopOf(before, theirs, before.past),
        future: onTopOf(before, theirs, before.future),
        lastEdit: null,
      }
    },
    /** Everything a person does to the job: acts of the core's language of edits. */
    edited: {
      prepare: (edits: Edit | readonly Edit[], said?: string) => {
        const typed = 'act' in edits ? [edits] : edits
        // NUL and halves of characters, from a paste: nothing that is typed is refused later for them.
        const kept = keptTexts(typed)
        return { payload: { edits: kept, said }, meta: { atMs: Date.now(), wasCut: kept !== typed } }
      },
      reducer(state, { payload, meta }: PayloadAction<Edited, string, EditMeta>) {
        const [first] = payload.edits
        const before = plain(state)
        if (!before || !first) return state
        const job = applyAll(before.job, payload.edits)
        if (job === before.job) return state
        return recorded(before, job, payload.said ?? label(first), typingKey(payload.edits), meta.atMs)
      },
    },
    /** Sheets of what the design uses are kept with the job as it is saved: no edit of a person's, nothing to undo. */
    itemsKept: (state, { payload }: PayloadAction<{ id: string; items: Job['items'] }>) =>
      state?.id === payload.id ? { ...state, job: { ...state.job, items: payload.items } } : state,
    /** How a figure was written, where that is not how it would be shown; null where it is. Nothing to undo. */
    figureWritten(state, { payload: { place, text } }: PayloadAction<{ place: string; text: string | null }>) {
      if (!state || (state.job.written[place] ?? null) === text) return state
      const { [place]: _before, ...rest } = state.job.written
      const written = text === null ? rest : { ...rest, [place]: text }
      return { ...state, job: { ...state.job, written }, changes: state.changes + 1 }
    },
    undone: (state) => stepped(plain(state), 'past', 'future'),
    redone: (state) => stepped(plain(state), 'future', 'past'),
  },
})

export const { jobOpened, jobClosed, jobSaved, jobMerged, edited, itemsKept, figureWritten, undone, redone } =
  jobSlice.actions
