import { Suspense } from 'react'
import { Outlet, useParams } from 'react-router'
import { ChainNav } from '../chain/ChainNav.tsx'
import { useArriveAtPlace } from '../checks/use-go-to.ts'
import { ConflictDialog } from '../conflict/ConflictDialog.tsx'
import { selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { WorkingPanel } from '../working/WorkingPanel.tsx'
import { LeftDrafts } from './LeftDrafts.tsx'
import { NotOpened } from './NotOpened.tsx'
import { Palette } from './Palette.tsx'
import { TopBar } from './TopBar.tsx'
import { useJobKeys } from './use-job-keys.ts'
import { useLeaveGuard } from './use-leave-guard.ts'
import { useOpenJob } from './use-open-job.ts'
import './page.css'

/** A job: its bar, its chain at the left, the link's page, and the working that slides in beside it. */
export default function JobLayout() {
  const { id = '' } = useParams()
  const { failure, again } = useOpenJob(id)
  const ready = useAppSelector((state) => state.job?.id === id && selectDesignOrNull(state) !== null)
  if (failure) return <NotOpened id={id} failure={failure} again={again} />
  if (!ready) return <p className="loading">Opening the job …</p>
  return <OpenJob />
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
          <LeftDrafts />
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
