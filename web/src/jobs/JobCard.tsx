import { ActionIcon, Button, Menu } from '@mantine/core'
import {
  IconArchive,
  IconCopy,
  IconDotsVertical,
  IconDownload,
  IconFolder,
  IconTemplate,
  IconTrash,
} from '@tabler/icons-react'
import type { JobListing } from '@yard-lamp/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { api } from '../api/client.ts'
import { FileDialog } from './FileDialog.tsx'

interface JobCardProps {
  job: JobListing
  inBin: boolean
  act: (what: () => Promise<unknown>) => Promise<void>
  /** Those in use. */
  folders: readonly string[]
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
        <JobMenu job={job} act={act} folders={folders} />
      )}
    </li>
  )
}

function JobMenu({ job, act, folders }: Omit<JobCardProps, 'inBin'>) {
  const [isFiling, setFiling] = useState(false)
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon variant="subtle" color="gray" aria-label={`More for ${job.name}`}>
            <IconDotsVertical size={18} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconCopy size={16} />} onClick={() => act(() => api.duplicateJob(job.id))}>
            Make a copy
          </Menu.Item>
          <Menu.Item leftSection={<IconDownload size={16} />} component="a" href={api.fileAddress(job.id)} download>
            Save as a file
          </Menu.Item>
          <Menu.Item
            leftSection={<IconTemplate size={16} />}
            onClick={() => act(() => api.markTemplate(job.id, !job.template))}
          >
            {job.template ? 'No longer a template' : 'Keep as a template'}
          </Menu.Item>
          <Menu.Item leftSection={<IconFolder size={16} />} onClick={() => setFiling(true)}>
            File in a folder
          </Menu.Item>
          <Menu.Item
            leftSection={<IconArchive size={16} />}
            onClick={() => act(() => api.fileJob(job.id, { isArchived: !job.isArchived }))}
          >
            {job.isArchived ? 'Back among the jobs' : 'Done with'}
          </Menu.Item>
          <Menu.Item leftSection={<IconTrash size={16} />} onClick={() => act(() => api.binJob(job.id))}>
            Put into the bin
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {isFiling && (
        <FileDialog
          job={job}
          folders={folders}
          onClose={() => setFiling(false)}
          onFile={(folder) => {
            setFiling(false)
            void act(() => api.fileJob(job.id, { folder }))
          }}
        />
      )}
    </>
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
