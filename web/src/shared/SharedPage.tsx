import type { LogTold } from '@yard-lamp/core/log'
import type { QuotePaper, ReportContent } from '@yard-lamp/core/report'
import { formatDay } from '@yard-lamp/core/units'
import type { DueTask } from '@yard-lamp/core/upkeep'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { api } from '../api/client.ts'
import type { Shared } from '../api/people.ts'
import { ThemeButton } from '../job/ThemeButton.tsx'
import { Diagnoses } from '../links/log/Diagnoses.tsx'
import { MonthsPart } from '../links/log/MonthsPart.tsx'
import { Quote } from '../quote/Quote.tsx'
import { ReportView } from '../sheet/ReportView.tsx'
import '../job/page.css'
import '../links/log/log.css'
import '../quote/quote.css'
import '../sheet/sheet.css'
import '../upkeep/upkeep.css'
import '../working/working.css'
import './shared.css'

/** What a link shows to whoever has it: nothing here can be changed. */
export default function SharedPage() {
  const { token = '' } = useParams()
  const [shared, setShared] = useState<Shared | null>(null)
  const [problem, setProblem] = useState('')
  useEffect(() => {
    let gone = false
    api.readShared(token).then(
      (found) => {
        if (gone) return
        document.title = `${found.jobName} · Yard Lamp`
        setShared(found)
      },
      (error: Error) => !gone && setProblem(error.message),
    )
    return () => {
      gone = true
    }
  }, [token])
  if (problem !== '')
    return (
      <main className="shared-none">
        <h1>Nothing to see here</h1>
        <p role="alert">{problem}</p>
      </main>
    )
  if (!shared) return <p className="loading">Opening what was shared …</p>
  return (
    <>
      <header className="sheet-bar shared-bar">
        <img src="/lamp.svg" alt="" width={24} />
        <span>
          Shown to you by a link, until {formatDay(shared.endsAt.slice(0, 10))}
          {shared.optionName !== '' && <span className="soft"> · option: {shared.optionName}</span>}
        </span>
        <span className="topbar-gap" />
        <ThemeButton />
        <button type="button" className="pick" onClick={() => window.print()}>
          Print
        </button>
      </header>
      <Shown shared={shared} />
    </>
  )
}

function Shown({ shared: { kind, shown, jobName, place } }: { shared: Shared }) {
  switch (kind) {
    case 'quote':
      return <Quote content={shown as QuotePaper} />
    case 'sheet':
      return <SharedReport shown={shown as SharedReportProps['shown']} />
    case 'log':
      return <SharedLog name={jobName} place={place} shown={shown as SharedLogProps['shown']} />
    case 'upkeep':
      return <SharedUpkeep name={jobName} tasks={shown as readonly DueTask[]} />
  }
}

interface SharedReportProps {
  shown: { content: ReportContent; drawings: readonly string[]; photos: Readonly<Record<string, string>> }
}

function SharedReport({ shown: { content, drawings, photos } }: SharedReportProps) {
  const blocks = content.sections.flatMap((section) => section.blocks).filter(({ kind }) => kind === 'drawing')
  return (
    <ReportView
      content={content}
      photoAt={(fileId) => photos[fileId] ?? ''}
      drawing={(block) => (
        <figure className="sheet-drawing">
          <figcaption>{block.title}</figcaption>
          <img
            className="shared-drawing"
            alt={block.title}
            src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawings[blocks.indexOf(block)] ?? '')}`}
          />
        </figure>
      )}
    />
  )
}

interface SharedLogProps {
  name: string
  place: string
  shown: { told: LogTold | null; lacks: string }
}

function SharedLog({ name, place, shown: { told, lacks } }: SharedLogProps) {
  return (
    <main className="log shared-log">
      <p className="soft">{[name, place].filter((each) => each !== '').join(' · ')}</p>
      <h1>Is it behaving as designed?</h1>
      {told ? (
        <>
          <p
            className={`log-verdict${told.isBehaving === null ? ' log-unsaid' : told.isBehaving ? '' : ' log-bad'}`}
            role="status"
          >
            {told.line}
          </p>
          <Diagnoses told={told} />
          <MonthsPart months={told.months} />
        </>
      ) : (
        <p className="log-empty">
          {lacks === '' ? 'Nothing was read yet.' : `Nothing can be said yet: it lacks ${lacks}.`}
        </p>
      )}
    </main>
  )
}

function SharedUpkeep({ name, tasks }: { name: string; tasks: readonly DueTask[] }) {
  return (
    <main className="sheet">
      <h1>Upkeep, {name}</h1>
      {tasks.length === 0 && <p>Nothing is due: nothing runs yet.</p>}
      <table>
        <thead>
          <tr>
            <th>Due</th>
            <th>What</th>
            <th>How</th>
          </tr>
        </thead>
        <tbody>
          {tasks.map(({ task, dueDay, state, because }) => (
            <tr key={task.id}>
              <td className={state === 'overdue' ? 'shared-overdue' : ''}>
                {dueDay === null ? 'by hours' : formatDay(dueDay)}
                {state === 'overdue' && ', overdue'}
              </td>
              <td>
                <b>{task.title}</b>
                <div className="small soft">{because}</div>
              </td>
              <td>
                {task.how}
                {task.caution !== '' && <p className="small">Caution: {task.caution}</p>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </main>
  )
}
