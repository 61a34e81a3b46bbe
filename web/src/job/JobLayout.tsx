import { Suspense, useEffect, useRef } from 'react'
import { Outlet, useLocation, useParams } from 'react-router'
import { ChainNav } from '../chain/ChainNav.tsx'
import { useArriveAtPlace } from '../checks/use-go-to.ts'
import { ConflictDialog } from '../conflict/ConflictDialog.tsx'
import { selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { WorkingPanel } from '../working/WorkingPanel.tsx'
import { useWorkedYear } from '../year/use-worked-year.ts'
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
  const main = useRef<HTMLElement>(null)
  const { pathname, hash, state } = useLocation()
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page begins at its top
  useEffect(() => {
    // Unless the way led to a part or a field of it.
    if (hash === '' && !(state as { place?: string } | null)?.place) main.current?.scrollTo(0, 0)
  }, [pathname])
  useJobKeys()
  useLeaveGuard()
  useArriveAtPlace()
  useWorkedYear()
  return (
    <div className="job">
      <TopBar />
      <div className="job-body">
        <ChainNav />
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a page that scrolls must be reachable by keyboard */}
        <main className="job-main" id="work" tabIndex={0} ref={main}>
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
