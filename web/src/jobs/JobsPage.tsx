import { Button } from '@mantine/core'
import { IconBooks, IconCalculator, IconFileImport, IconPlus } from '@tabler/icons-react'
import type { JobsAsked } from '@yard-lamp/core/report'
import { lazy, Suspense, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useAct } from '../api/use-act.ts'
import { FileField } from '../fields/FileField.tsx'
import { ThemeButton } from '../job/ThemeButton.tsx'
import { MeLinks } from '../people/MeLinks.tsx'
import { useMay } from '../people/me.ts'
import type { BeginsAs } from './BeginDialog.tsx'
import { JobCard } from './JobCard.tsx'
import { JobsFilter } from './JobsFilter.tsx'
import { useAsked, useJobs } from './use-jobs.ts'
import './jobs.css'
import '../job/page.css'

/** The list does not wait for them. */
const BeginDialog = lazy(() => import('./BeginDialog.tsx').then((file) => ({ default: file.BeginDialog })))
const OutboxBadge = lazy(() => import('../outbox/OutboxBadge.tsx'))

/** All jobs with their answers; begin one, bring one in, put one into the bin and take it out. */
export default function JobsPage() {
  const navigate = useNavigate()
  const { asked, ask } = useAsked()
  const { listing, read, readLatest, more } = useJobs(asked)
  const { problem, setProblem, act } = useAct(readLatest)
  const [beginning, setBeginning] = useState(false)
  const mayDesign = useMay('designer')
  const inBin = asked.among === 'bin'
  const folders = listing.status === 'fulfilled' ? listing.folders : []
  const begin = (begins: BeginsAs) =>
    act(async () => {
      setBeginning(false)
      const { begun } = await import('./begin.ts')
      navigate(`/jobs/${(await begun(begins)).id}/loads`)
    })
  const bringIn = (chosen: File) =>
    act(async () => {
      const { broughtIn } = await import('./begin.ts')
      navigate(`/jobs/${(await broughtIn(chosen)).id}/loads`)
    })
  return (
    <div className="jobs">
      <header className="jobs-head">
        <img src="/lamp.svg" alt="" width={40} />
        <div>
          <h1>Yard Lamp</h1>
          <p className="soft">Off-grid systems, from the list of loads to the sheet you hand over.</p>
        </div>
        <span className="topbar-gap" />
        {listing.status !== 'pending' && (
          <Suspense>
            <OutboxBadge />
          </Suspense>
        )}
        <MeLinks />
        <ThemeButton />
      </header>
      <main>
        <div className="jobs-actions">
          <Button leftSection={<IconPlus size={16} />} disabled={!mayDesign} onClick={() => setBeginning(true)}>
            Begin a job
          </Button>
          <Button component={Link} to="/quick" variant="default" leftSection={<IconCalculator size={16} />}>
            Quick answers
          </Button>
          <Button component={Link} to="/catalogue" variant="default" leftSection={<IconBooks size={16} />}>
            Catalogue
          </Button>
          <FileField
            name="Job file"
            accept=".json,application/json"
            leftSection={<IconFileImport size={16} />}
            onFile={(chosen) => void bringIn(chosen)}
          >
            Bring in a file
          </FileField>
        </div>
        <JobsFilter asked={asked} ask={ask} folders={folders} />
        {beginning && (
          <Suspense>
            <BeginDialog
              opened={beginning}
              onClose={() => setBeginning(false)}
              onBegin={(begins) => void begin(begins)}
            />
          </Suspense>
        )}
        {problem !== '' && (
          <p className="notice notice-fault" role="alert">
            <span className="notice-text">{problem}</span>
            <button type="button" className="notice-go" onClick={() => setProblem('')}>
              Close
            </button>
          </p>
        )}
        {listing.status === 'pending' && <p className="loading">Reading the jobs …</p>}
        {listing.status === 'rejected' && (
          <p className="notice notice-fault" role="alert">
            <span className="notice-text">The jobs could not be read: {listing.message}</span>
            <button type="button" className="notice-go" onClick={() => void read()}>
              Try again
            </button>
          </p>
        )}
        {listing.status === 'fulfilled' && listing.jobs.length === 0 && (
          <NoJobs asked={asked} onAll={() => ask({ find: '', state: null, folder: null, among: 'list' })} />
        )}
        {listing.status === 'fulfilled' && listing.jobs.length > 0 && (
          <ul className="jobs-list">
            {listing.jobs.map((job) => (
              <JobCard key={job.id} job={job} inBin={inBin} act={act} folders={folders.map(({ name }) => name)} />
            ))}
          </ul>
        )}
        {listing.status === 'fulfilled' && listing.jobs.length > 0 && (
          <p className="jobs-count" role="status">
            {listing.jobs.length === listing.total
              ? listing.total === 1
                ? 'One job'
                : `${listing.total} jobs`
              : `${listing.jobs.length} of ${listing.total.toLocaleString('en-GB')} jobs`}
            {listing.next !== null && (
              <Button
                variant="default"
                size="xs"
                onClick={() => void more().catch((error: Error) => setProblem(error.message))}
              >
                Show more
              </Button>
            )}
          </p>
        )}
      </main>
    </div>
  )
}

const NOTHING = {
  list: 'No jobs yet. Begin one, or bring in a file.',
  overdue: 'No upkeep is overdue.',
  archive: 'Nothing is put among what is done with yet.',
  bin: 'The bin is empty.',
  templates: '',
} as const

/** Nothing there, or nothing of what was asked for. */
function NoJobs({ asked, onAll }: { asked: JobsAsked; onAll: () => void }) {
  const { find, state, folder, among } = asked
  if (find.trim() === '' && state === null && folder === null) return <p className="loading">{NOTHING[among]}</p>
  return (
    <p className="loading">
      No job is like this.{' '}
      <button type="button" className="notice-go" onClick={onAll}>
        Show all jobs
      </button>
    </p>
  )
}
