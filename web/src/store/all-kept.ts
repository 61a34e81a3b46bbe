import { sendNow } from '../outbox/send.ts'
import { atMost } from './at-most.ts'
import { saveAtOnce, until } from './autosave.ts'
import type { AppDispatch, RootState } from './root.ts'

/** What must be with the server before the next thing: each waits for it, and says in a sentence where it is not. */
type Kept = (dispatch: AppDispatch, getState: () => RootState) => Promise<string>

/** A press waits so long, ms. */
const LONGEST_MS = 10_000

/** Saves the open job now. @returns why the server does not have it; empty where it has */
export const jobKept = (): Kept => async (_, getState) => {
  saveAtOnce()
  await atMost(
    LONGEST_MS,
    until(getState, ({ save }) => save.status !== 'pending' && save.status !== 'saving'),
  )
  const { save } = getState()
  if (save.status === 'saved') return ''
  return save.status === 'unsaved'
    ? `The job is not saved, and must be first: ${save.reason}`
    : 'The job is not saved yet, and must be first: try again when it says so.'
}

/** Saves the open job and sends what waits in the outbox, now. @returns as `jobKept` */
export const allKept = (): Kept => async (dispatch, getState) => {
  const lack = await dispatch(jobKept())
  if (lack !== '') return lack
  await atMost(
    LONGEST_MS,
    // What was written down in this moment may not be in the outbox yet.
    sendNow().then(() => until(getState, ({ records }) => records.unsent.length === 0 || records.problem !== '')),
  )
  const { unsent, problem } = getState().records
  if (unsent.length === 0) return ''
  return `${unsent.length === 1 ? 'A record is' : `${unsent.length} records are`} not sent yet, and must be first: ${problem || 'they are on their way.'}`
}
