import { Button } from '@mantine/core'
import { IconBooks, IconCalculator, IconFileImport, IconPlus } from '@tabler/icons-react'
import { emptyJob, type JobListing } from '@yard-lamp/core'
import { beginAs } from '@yard-lamp/core/demo'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api } from '../api/client.ts'
import { FileField } from '../fields/FileField.tsx'
import { ThemeButton } from '../job/ThemeButton.tsx'
import { rememberedUnits } from '../units/remembered-units.ts'
import { BeginDialog, type BeginsAs } from './BeginDialog.tsx'
import { JobCard } from './JobCard.tsx'
import { readJobFile } from './read-job-file.ts'
import './jobs.css'
import '../job/page.css'

type Listing =
  | { readonly status: 'pending' }
  | { readonly status: 'fulfilled'; readonly ofBin: boolean; readonly jobs: readonly JobListing[] }
  | { readonly status: 'rejected'; readonly message: string }

/** All jobs with their answers; begin one, bring one in, put one into the bin and take it out. */
export default function JobsPage() {
  const navigate = useNavigate()
  const [inBin, setInBin] = useState(false)
  const { listing, read, readLatest } = useJobList(inBin)
  const [problem, setProblem] = useState('')
  const [beginning, setBeginning] = useState(false)
  /** Does something and shows the list as it then is; a refusal is shown and changes nothing. */
  const act = async (what: () => Promise<unknown>) => {
    setProblem('')
    try {
      await what()
    } catch (error) {
      setProblem((error as Error).message)
    }
    await readLatest()
  }
  const begin = (begins: BeginsAs) =>
    act(async () => {
      setBeginning(false)
      const { id } =
        begins.as === 'template'
          ? await api.beginAsJob(begins.id)
          : await api.createJob(
              begins.as === 'shape'
                ? beginAs(begins.shape, rememberedUnits())
                : { ...emptyJob('New job'), units: rememberedUnits() },
            )
      navigate(`/jobs/${id}/loads`)
    })
  const bringIn = (chosen: File) =>
    act(async () => navigate(`/jobs/${(await api.createJob(await readJobFile(chosen))).id}/loads`))

  return (
    <div className="jobs">
      <header className="jobs-head">
        <img src="/lamp.svg" alt="" width={40} />
        <div>
          <h1>Yard Lamp</h1>
          <p className="soft">Off-grid systems, from the list of loads to the sheet you hand over.</p>
        </div>
        <span className="topbar-gap" />
        <ThemeButton />
      </header>
      <main>
        <div className="jobs-actions">
          <Button leftSection={<IconPlus size={16} />} onClick={() => setBeginning(true)}>
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
          <span className="topbar-gap" />
          <button type="button" className="pick" aria-pressed={inBin} onClick={() => setInBin(!inBin)}>
            {inBin ? 'Back to the jobs' : 'Bin'}
          </button>
        </div>
        <BeginDialog
          opened={beginning}
          templates={listing.status === 'fulfilled' && !inBin ? listing.jobs.filter(({ template }) => template) : []}
          onClose={() => setBeginning(false)}
          onBegin={(begins) => void begin(begins)}
        />
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
          <p className="loading">{inBin ? 'The bin is empty.' : 'No jobs yet. Begin one, or bring in a file.'}</p>
        )}
        {listing.status === 'fulfilled' && listing.jobs.length > 0 && (
          <ul className="jobs-list">
            {listing.jobs.map((job) => (
              <JobCard key={job.id} job={job} inBin={inBin} act={act} />
            ))}
          </ul>
        )}
      </main>
    </div>
  )
}

/** The jobs of the list or the bin. */
function useJobList(inBin: boolean) {
  const [newest, setListing] = useState<Listing>({ status: 'pending' })
  // Jobs are never shown with what belongs to the bin, nor the other way round.
  const listing: Listing = newest.status === 'fulfilled' && newest.ofBin !== inBin ? { status: 'pending' } : newest

  const asked = useRef(0)
  const read = useCallback(async () => {
    const own = ++asked.current
    // Of several answers under way only that of the last question is shown.
    const show = (found: Listing) => own === asked.current && setListing(found)
    try {
      show({ status: 'fulfilled', ofBin: inBin, jobs: await api.listJobs(inBin) })
    } catch (error) {
      show({ status: 'rejected', message: (error as Error).message })
    }
  }, [inBin])
  // What is done may end after the list was turned to the bin or back: the list then shown is read again.
  const latest = useRef(read)
  latest.current = read
  useEffect(() => {
    document.title = 'Jobs · Yard Lamp'
    void read()
  }, [read])
  const readLatest = useCallback(() => latest.current(), [])
  return { listing, read, readLatest }
}
