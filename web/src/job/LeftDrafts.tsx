import { Button } from '@mantine/core'
import { cutText } from '@yard-lamp/core'
import { jobText } from '@yard-lamp/core/job'
import { useState } from 'react'
import { Link } from 'react-router'
import { api } from '../api/client.ts'
import { saveFile } from '../files/save-file.ts'
import { type Draft, type LeftDraft, letGo } from '../store/draft.ts'
import { draftsLeft } from '../store/save-slice.ts'
import { selectJobId } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'

const whenKept = (at: string): string =>
  at === '' ? 'earlier' : new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

/** Edits of tabs that are gone, which were never saved: a person says what becomes of them. */
export function LeftDrafts() {
  const left = useAppSelector((state) => state.draft.left)
  if (left.length === 0) return null
  return (
    <ul className="notices left-drafts" aria-label="Edits that were not saved">
      {left.map((draft) => (
        <LeftDraftLine key={draft.tab} draft={draft} />
      ))}
    </ul>
  )
}

function LeftDraftLine({ draft }: { draft: Draft | LeftDraft }) {
  const id = useAppSelector(selectJobId)
  const left = useAppSelector((state) => state.draft.left)
  const dispatch = useAppDispatch()
  const [state, setState] = useState<{ made?: string; problem?: string }>({})
  const drop = () => {
    letGo(id, draft.tab)
    dispatch(draftsLeft(left.filter(({ tab }) => tab !== draft.tab)))
  }
  const makeJob = async () => {
    if (!draft.job) return
    try {
      const { job } = draft
      const made = await api.createJob({ ...job, name: `${cutText(job.name, 180)} (edits not saved)` })
      letGo(id, draft.tab)
      setState({ made: made.id })
    } catch (error) {
      setState({ problem: `${(error as Error).message} Nothing is lost: try again.` })
    }
  }
  if (state.made)
    return (
      <li className="notice">
        The edits are a job of their own now: <Link to={`/jobs/${state.made}/loads`}>open it</Link>.
      </li>
    )
  return (
    <li className="notice">
      <span>
        Edits of another tab, kept in this browser {whenKept(draft.at)}, were not saved.
        {draft.job === null && 'problem' in draft && ` They cannot be read any more: ${draft.problem}.`}
      </span>
      <span className="left-buttons">
        {draft.job && (
          <Button size="xs" onClick={makeJob}>
            Make them a job of their own
          </Button>
        )}
        <Button
          size="xs"
          variant="default"
          onClick={() =>
            saveFile(
              new Blob([draft.job ? jobText(draft.job) : (draft as LeftDraft).text], { type: 'application/json' }),
              'edits-not-saved.yardlamp.json',
            )
          }
        >
          Download
        </Button>
        <Button size="xs" variant="subtle" color="red" onClick={drop}>
          Drop them
        </Button>
      </span>
      {state.problem && <span className="field-error">{state.problem}</span>}
    </li>
  )
}
