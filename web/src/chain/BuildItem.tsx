import { progressOf, standingsOf, stepsOf } from '@yard-lamp/core/build'
import { memo, useMemo } from 'react'
import { designAsBuilt, selectBuildings } from '../store/records.ts'
import { type LinkStatus, selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { PageLine } from './PageLine.tsx'

/** The last link: how far the work on site is. Its steps are made again when the page is idle, not with each key. */
export const BuildItem = memo(function BuildItem({ jobId }: { jobId: string }) {
  const { answer, status } = useAnswer()
  return <PageLine jobId={jobId} path="build" answer={answer} status={status} />
})

function useAnswer(): { readonly answer: string; readonly status: LinkStatus } {
  const newest = useAppSelector(selectDesignOrNull)
  const open = useWhenIdle(newest)
  const built = useAppSelector(selectBuildings).at(-1) ?? null
  return useMemo(() => {
    if (!open || !built) return { answer: 'not begun', status: 'missing' }
    if (built.signedOff) return { answer: `as built ${built.number}, signed`, status: 'sound' }
    const steps = stepsOf(designAsBuilt(open.design, built), null)
    const { done, failed, again } = progressOf(standingsOf(steps, built))
    const more = [failed > 0 ? `${failed} failed` : '', again > 0 ? `${again} again` : ''].filter((text) => text !== '')
    return {
      answer: [`${done} of ${steps.length} steps`, ...more].join(', '),
      status: failed > 0 ? 'fault' : done === steps.length ? 'sound' : 'missing',
    }
  }, [open, built])
}
