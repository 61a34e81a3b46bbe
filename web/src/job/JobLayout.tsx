import { Suspense, useEffect, useState } from 'react'
import { Outlet, useParams } from 'react-router'
import { ApiFailure } from '../api/client.ts'
import { ChainNav } from '../chain/ChainNav.tsx'
import { useArriveAtPlace } from '../checks/use-go-to.ts'
import { ConflictDialog } from '../conflict/ConflictDialog.tsx'
import { closeJob, openJob } from '../store/open-job.ts'
import { selectDesignOrNull } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { WorkingPanel } from '../working/WorkingPanel.tsx'
import { Palette } from './Palette.tsx'
import { ProblemText } from './Problem.tsx'
import { TopBar } from './TopBar.tsx'
import { useJobKeys } from './use-job-keys.ts'
import { useLeaveGuard } from './use-leave-guard.ts'
import './page.css'

/** A job: its bar, its chain at the left, the link's page, and the working that slides in beside it. */
export default function JobLayout() {
  const { id = '' } = useParams()
  const failure = useOpenJob(id)
  const ready = useAppSelector((state) => state.job?.id === id && selectDesignOrNull(state) !== null)
  if (failure) return <ProblemText title={failure.title} text={failure.text} />
  if (!ready) return <p className="loading">Opening the job …</p>
  return <OpenJob />
}

interface Failure {
  readonly title: string
  readonly text: string
}

/** Opens the job of the address; null while it opens and once it is open. */
export function useOpenJob(id: string): Failure | null {
  const dispatch = useAppDispatch()
  const [failure, setFailure] = useState<Failure | null>(null)
  useEffect(() => {
    let gone = false
    setFailure(null)
    dispatch(openJob(id)).catch((error: unknown) => {
      if (gone) return
      const missing = error instanceof ApiFailure && error.code === 'JOB_NOT_FOUND'
      setFailure({
        title: missing ? 'There is no such job' : 'The job could not be opened',
        text: missing
          ? 'It may be in the bin, or the address is not whole.'
          : `${(error as Error).message} Nothing is lost: try again.`,
      })
    })
    return () => {
      gone = true
      dispatch(closeJob())
    }
  }, [dispatch, id])
  return failure
}

function OpenJob() {
  useJobKeys()
  useLeaveGuard()
  useArriveAtPlace()
  return (
    <div className="job">
      <TopBar />
      <div className="job-body">
        <ChainNav />
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a page that scrolls must be reachable by keyboard */}
        <main className="job-main" id="work" tabIndex={0}>
          <Suspense fallback={<p className="loading">…</p>}>
            <Outlet />
          </Suspense>
        </main>
        <WorkingPanel />
      </div>
      <ConflictDialog />
      <Palette />
    </div>
  )
}
