import { Button } from '@mantine/core'
import { answers, cutText, design, type Job, LINKS } from '@yard-lamp/core'
import { useMemo, useState } from 'react'
import { api } from '../api/client.ts'
import { MustAnswer } from '../job/MustAnswer.tsx'
import { linkTitle } from '../pages.ts'
import { dropDraft } from '../store/draft.ts'
import { jobOpened, jobSaved } from '../store/job-slice.ts'
import { conflictSettled, saveReset } from '../store/save-slice.ts'
import { selectAnswers, selectCatalogue, selectJob, selectJobId } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { differences } from './differences.ts'
import './conflict.css'

/** Two versions of one job: both are shown, a person chooses, and the other one is kept. */
export function ConflictDialog() {
  const save = useAppSelector((state) => state.save)
  return save.status === 'conflict' ? <Choice theirs={save.theirs} /> : null
}

function Choice({ theirs }: { theirs: { id: string; revision: number; updatedAt: string; job: Job } }) {
  const mine = useAppSelector(selectJob)
  const id = useAppSelector(selectJobId)
  const catalogue = useAppSelector(selectCatalogue)
  const mineAnswers = useAppSelector(selectAnswers)
  const dispatch = useAppDispatch()
  const [problem, setProblem] = useState('')
  const theirAnswers = useMemo(() => answers(design(theirs.job, catalogue)), [theirs, catalogue])
  const changed = useMemo(() => differences(mine, theirs.job), [mine, theirs])

  const keepMine = () => {
    dispatch(jobSaved({ revision: theirs.revision, job: theirs.job }))
    dispatch(conflictSettled())
  }
  const takeTheirs = async () => {
    try {
      await api.createJob({ ...mine, name: `${cutText(mine.name, 180)} (my version)` })
      dropDraft(id)
      dispatch(jobOpened(theirs))
      dispatch(saveReset({ revision: theirs.revision }))
    } catch (error) {
      setProblem(`${(error as Error).message} Nothing was changed; try again.`)
    }
  }
  return (
    <MustAnswer size={760} title="Someone else saved this job">
      <p>
        Revision {theirs.revision} was saved elsewhere while you worked here. Nothing is lost, whichever you choose.
      </p>
      <table className="sheet-table conflict-table">
        <thead>
          <tr>
            <th />
            <th>Yours, not saved</th>
            <th>Theirs, saved</th>
          </tr>
        </thead>
        <tbody>
          {changed.map(({ what, mine: ours, theirs: other }) => (
            <tr key={what}>
              <td>{what}</td>
              <td>{ours}</td>
              <td>{other}</td>
            </tr>
          ))}
          {LINKS.filter((link) => mineAnswers[link] !== theirAnswers[link]).map((link) => (
            <tr key={link} className="soft">
              <td>gives {linkTitle(link).toLowerCase()}</td>
              <td>{mineAnswers[link]}</td>
              <td>{theirAnswers[link]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {problem && <p className="field-error">{problem}</p>}
      <div className="conflict-buttons">
        <Button onClick={keepMine}>Keep mine; theirs stays under earlier versions</Button>
        <Button variant="default" onClick={takeTheirs}>
          Take theirs; mine becomes a job of its own
        </Button>
      </div>
    </MustAnswer>
  )
}
