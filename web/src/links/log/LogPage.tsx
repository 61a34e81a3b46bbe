import { useEffect } from 'react'
import { Link } from 'react-router'
import { Part } from '../../job/Page.tsx'
import { Unsent } from '../../records/Unsent.tsx'
import { openLog } from '../../store/log.ts'
import { selectJobId } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useUpkeep } from '../../upkeep/use-upkeep.ts'
import { OfYear } from '../../year/OfYear.tsx'
import { DaysPart } from './DaysPart.tsx'
import { Diagnoses } from './Diagnoses.tsx'
import { Entries } from './Entries.tsx'
import { LiveStrip } from './LiveStrip.tsx'
import { MonthsPart } from './MonthsPart.tsx'
import { OwnCharts } from './OwnCharts.tsx'
import { Sources } from './Sources.tsx'
import { useLog } from './use-log.ts'
import { WriteDown } from './WriteDown.tsx'
import '../../fields/fields.css'
import './log.css'

const QUESTION = 'Is it behaving as designed?'

/** What is read of a system that runs, held against what it was designed to do. */
export default function LogPage() {
  const jobId = useAppSelector(selectJobId)
  const { status, problem, told, isTelling, lacks } = useLog(jobId)
  const dispatch = useAppDispatch()
  useEffect(() => {
    document.title = `${QUESTION} · Yard Lamp`
  }, [])
  if (status === 'reading') return <p className="loading">Reading the log …</p>
  return (
    <div className="log">
      <h1>{QUESTION}</h1>
      {problem !== '' && (
        <div className="notice notice-fault" role="alert">
          <span className="notice-text">
            {status === 'failed' ? 'The readings could not be read' : 'What is shown may be old'}: {problem}
          </span>
          <button type="button" className="notice-go" onClick={() => void dispatch(openLog(jobId))}>
            Read again
          </button>
        </div>
      )}
      {told && (
        <p
          className={`log-verdict${told.isBehaving === null ? ' log-unsaid' : told.isBehaving ? '' : ' log-bad'}`}
          role="status"
        >
          {told.line}
        </p>
      )}
      {!told && lacks !== '' && (
        <p className="log-empty">
          Readings cannot be held against this job yet: it lacks {lacks}.{' '}
          <Link to={`/jobs/${jobId}/loads`}>Go on with it</Link>; what is written down here is kept all the same.
        </p>
      )}
      {!told && lacks === '' && (
        <p className="log-empty">{isTelling ? 'Holding the readings against the design …' : NOTHING_READ}</p>
      )}
      <UpkeepLine jobId={jobId} />
      <Unsent />
      <LiveStrip />
      <WriteDown key={jobId} />
      {told && (
        <OfYear isOld={isTelling} said={null}>
          <Diagnoses told={told} />
          <MonthsPart months={told.months} />
          <DaysPart told={told} />
        </OfYear>
      )}
      <OwnCharts />
      <Entries />
      <Part name="Where readings come from" aside="by hand, from files, from a monitor on site">
        <Sources />
      </Part>
      <section className="cautions" aria-label="Cautions">
        <p>
          A diagnosis here is a reason to measure, not to open anything: power off, batteries and panels stay live. What
          is told as urgent may burn or spoil a bank; when in doubt switch off, and ask whoever is licensed for it.
        </p>
      </section>
    </div>
  )
}

/** What of the upkeep is due, with the way to it. */
function UpkeepLine({ jobId }: { jobId: string }) {
  const { begunDay, calendar } = useUpkeep()
  if (begunDay === null) return null
  const overdue = calendar.filter(({ state }) => state === 'overdue').length
  const soon = calendar.filter(({ state }) => state === 'soon').length
  const parts = [overdue > 0 ? `${overdue} overdue` : '', soon > 0 ? `${soon} in the next two weeks` : ''].filter(
    Boolean,
  )
  return (
    <p className={overdue > 0 ? 'log-upkeep log-due' : 'log-upkeep'}>
      <Link to={`/jobs/${jobId}/upkeep`}>Upkeep</Link>: {parts.length > 0 ? parts.join(', ') : 'nothing due'}
    </p>
  )
}

const NOTHING_READ =
  'Nothing was read yet. Write down what the monitor shows, bring in a file, or connect a monitor on site: after a week it is told here whether the system behaves as designed.'
