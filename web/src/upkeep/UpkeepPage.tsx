import { Button } from '@mantine/core'
import type { RecordOf } from '@yard-lamp/core/records'
import { formatDay } from '@yard-lamp/core/units'
import type { DueTask } from '@yard-lamp/core/upkeep'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { api } from '../api/client.ts'
import { TextField } from '../fields/TextField.tsx'
import { Part } from '../job/Page.tsx'
import { useMay } from '../people/me.ts'
import { Unsent } from '../records/Unsent.tsx'
import { lastWho, rememberWho, written } from '../records/who.ts'
import { ShareDialog } from '../shared/ShareDialog.tsx'
import { writeRecords } from '../store/records.ts'
import { selectJobId } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { TaskPhotos } from './TaskPhotos.tsx'
import { useUpkeep } from './use-upkeep.ts'
import '../fields/fields.css'
import './upkeep.css'

const QUESTION = 'What is due, and what was done?'
const GROUPS = [
  { state: 'overdue', title: 'Overdue' },
  { state: 'soon', title: 'In the next two weeks' },
  { state: 'later', title: 'Later' },
] as const

/** The upkeep of what stands there: each task with its day, how, with what, and what to beware of. */
export default function UpkeepPage() {
  const jobId = useAppSelector(selectJobId)
  const { begunDay, calendar } = useUpkeep()
  const [open, setOpen] = useState<string | null>(null)
  const [isSharing, setSharing] = useState(false)
  const mayShare = useMay('designer')
  useEffect(() => {
    document.title = `${QUESTION} · Yard Lamp`
  }, [])
  const overdue = calendar.filter(({ state }) => state === 'overdue').length
  const next = calendar.find(({ state, dueDay }) => state !== 'overdue' && dueDay !== null)
  return (
    <div className="upkeep">
      <h1>{QUESTION}</h1>
      {begunDay === null ? (
        <p className="upkeep-empty">
          Upkeep begins with the day the system was handed over:{' '}
          <Link to={`/jobs/${jobId}/build`}>sign off the building</Link>, or write down the first reading in{' '}
          <Link to={`/jobs/${jobId}/log`}>the log</Link>.
        </p>
      ) : (
        <p className={`upkeep-answer${overdue > 0 ? ' upkeep-bad' : ''}`} role="status">
          {overdue === 0
            ? 'Nothing is overdue.'
            : overdue === 1
              ? 'One task is overdue.'
              : `${overdue} tasks are overdue.`}{' '}
          {next?.dueDay && (
            <span className="soft">
              Next: {next.task.title}, {formatDay(next.dueDay)}.
            </span>
          )}
        </p>
      )}
      {begunDay !== null && (
        <p className="upkeep-calendar">
          <a href={api.calendarAddress(jobId)} download>
            Take it into a calendar
          </a>
          {mayShare && (
            <button type="button" className="notice-go" onClick={() => setSharing(true)}>
              An address a calendar asks again
            </button>
          )}
        </p>
      )}
      <ShareDialog kind="upkeep" opened={isSharing} onClose={() => setSharing(false)} />
      <Unsent />
      {GROUPS.map(({ state, title }) => {
        const those = calendar.filter((each) => each.state === state)
        return those.length === 0 ? null : (
          <Part key={state} name={title}>
            <ul className="upkeep-tasks">
              {those.map((each) => (
                <One
                  key={each.task.id}
                  due={each}
                  isOpen={open === each.task.id}
                  onOpen={() => setOpen(open === each.task.id ? null : each.task.id)}
                />
              ))}
            </ul>
          </Part>
        )
      })}
      <section className="cautions" aria-label="Cautions">
        <p>
          Intervals are those of common sheets, standards and habit: the sheet of what stands there, and the local
          rules, come first. Work on boards, banks and roofs may only be done by whoever is licensed for it.
        </p>
      </section>
    </div>
  )
}

function One({ due, isOpen, onOpen }: { due: DueTask; isOpen: boolean; onOpen: () => void }) {
  const { task, dueDay, lastDay, lastBy, because, state } = due
  return (
    <li className={`upkeep-task${state === 'overdue' ? ' upkeep-over' : ''}`}>
      <button type="button" className="upkeep-head" aria-expanded={isOpen} onClick={onOpen}>
        <span className="upkeep-title">{task.title}</span>
        <span className="upkeep-day">{dueDay ? formatDay(dueDay) : 'by its hours'}</span>
        <span className="upkeep-because">
          {because}
          {lastDay && `; done ${formatDay(lastDay)}${lastBy ? ` by ${lastBy}` : ''}`}
        </span>
      </button>
      {isOpen && <Work due={due} onDone={onOpen} />}
    </li>
  )
}

/** How it is done, and that it was. */
function Work({ due: { task }, onDone }: { due: DueTask; onDone: () => void }) {
  const dispatch = useAppDispatch()
  const [note, setNote] = useState('')
  const [who, setWho] = useState(lastWho)
  const [fileIds, setFileIds] = useState<readonly string[]>([])
  const [problem, setProblem] = useState('')
  const write = (outcome: RecordOf<'upkeep'>['outcome']) => {
    if (who.trim() === '') return setProblem('Who did it, by name.')
    rememberWho(who.trim())
    const now = written(who.trim())
    dispatch(
      writeRecords({
        ...now,
        kind: 'upkeep',
        when: now.at,
        note: note.trim(),
        taskId: task.id,
        title: task.title,
        outcome,
        fileIds: [...fileIds],
      }),
    )
    onDone()
  }
  return (
    <div className="upkeep-work">
      {task.caution !== '' && <p className="upkeep-caution">{task.caution}</p>}
      <p>{task.how}</p>
      {task.tools !== '' && <p className="soft">With: {task.tools}.</p>}
      <div className="upkeep-row">
        <TextField label="Who" place="upkeep.who" value={who} most={120} onValue={setWho} />
        <div className="upkeep-note">
          <TextField label="Note" place="upkeep.note" value={note} most={2000} onValue={setNote} />
        </div>
      </div>
      <TaskPhotos fileIds={fileIds} onTaken={(fileId) => setFileIds((all) => [...all, fileId])} />
      <div className="upkeep-row">
        <Button onClick={() => write('done')}>Done</Button>
        <Button variant="default" onClick={() => write('put off')}>
          Put off a month
        </Button>
      </div>
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  )
}
