import { Button } from '@mantine/core'
import type { JobListing } from '@yard-lamp/core'
import dayjs from 'dayjs'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { api } from '../api/client.ts'
import type { JobMenuProps } from './JobMenu.tsx'
import { MoreButton } from './MoreButton.tsx'

const JobMenu = lazy(() => import('./JobMenu.tsx'))

interface JobCardProps extends JobMenuProps {
  inBin: boolean
}

/** A job of the list with its answers and what can be done with it. */
export function JobCard({ job, inBin, act, folders }: JobCardProps) {
  const { summary } = job
  return (
    <li className="job-card">
      <div className="job-card-main">
        {inBin ? (
          <h2>{job.name}</h2>
        ) : (
          <h2>
            <Link to={`/jobs/${job.id}/loads`}>{job.name}</Link>
          </h2>
        )}
        <p className="soft small">
          {!summary || summary.place === '' ? 'no place yet' : summary.place} ·{' '}
          {dayjs(job.updatedAt).format('D MMM, HH:mm')}
          {job.template && ' · template'}
          {job.folder !== '' && ` · ${job.folder}`}
          {job.isArchived && ' · done with'}
        </p>
        <p className="job-card-state">
          {stateOf(summary)}
          {summary && <span className="soft">{YEAR_TEXT[summary.year ?? 'waits']}</span>}
          {job.dueDay !== null && job.dueDay < today() && (
            <Link className="job-card-due" to={`/jobs/${job.id}/upkeep`}>
              upkeep overdue since {dayjs(job.dueDay).format('D MMM')}
            </Link>
          )}
        </p>
      </div>
      <dl className="job-card-answers">
        {(['loads', 'battery', 'array', 'inverter', 'parts'] as const).map((link) => (
          <div key={link}>
            <dt>{link}</dt>
            <dd>{summary?.answers[link] ?? '–'}</dd>
          </div>
        ))}
      </dl>
      {inBin ? (
        <Button variant="default" size="xs" onClick={() => act(() => api.restoreJob(job.id))}>
          Take out of the bin
        </Button>
      ) : (
        <JobMore job={job} act={act} folders={folders} />
      )}
    </li>
  )
}

/** What can be done with a job is read when somebody asks for it. */
function JobMore(props: JobMenuProps) {
  const [isAsked, setAsked] = useState(false)
  const button = <MoreButton name={props.job.name} onClick={() => setAsked(true)} />
  if (!isAsked) return button
  return (
    <Suspense fallback={button}>
      <JobMenu {...props} />
    </Suspense>
  )
}

/** As 2026-11-29, where the page is looked at. */
const today = (): string => new Date().toLocaleDateString('sv')

/** What the list says of the year. */
const YEAR_TEXT = {
  carried: ' · year carried',
  missed: ' · year not carried',
  none: '',
  waits: ' · year not worked yet',
} as const

function stateOf(summary: JobListing['summary']) {
  if (!summary) return <span className="soft">◌ opens to be worked out again</span>
  const { danger, fault, needs } = summary
  if (danger > 0) return <span className="job-card-bad">▲ {danger === 1 ? '1 danger' : `${danger} dangers`}</span>
  if (fault > 0) return <span className="job-card-bad">△ {fault === 1 ? '1 fault' : `${fault} faults`}</span>
  if (needs > 0) return <span className="soft">◌ {needs} needed</span>
  return <span className="job-card-sound">● checks silent</span>
}
