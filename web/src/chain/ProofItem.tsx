import { formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { memo } from 'react'
import { type LinkStatus, selectYear } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import type { YearStanding } from '../store/year-slice.ts'
import { PageLine } from './PageLine.tsx'

/** The year in the chain: whether it is carried, and while it is being worked that it is. */
export const ProofItem = memo(function ProofItem({ jobId }: { jobId: string }) {
  const { answer, status } = answerOf(useAppSelector(selectYear))
  return <PageLine jobId={jobId} path="proof" answer={answer} status={status} />
})

function answerOf(standing: YearStanding): { readonly answer: string; readonly status: LinkStatus } {
  if (standing.status === 'working') return { answer: 'being worked', status: 'missing' }
  if (standing.status === 'lacks') return { answer: 'the links before it', status: 'missing' }
  if (standing.status === 'failed') return { answer: 'could not be worked', status: 'missing' }
  const { worked, spread } = standing.told
  const share =
    worked.share.hours >= 1 ? 'every hour' : `${formatPercent(Math.min(worked.share.hours, 0.9999), 2)} of hours`
  const generator =
    spread.generatorHours.mean >= 0.5 ? `, ${formatQuantity(spread.generatorHours.mean, 'h', 0)} generator` : ''
  return { answer: `${share}${generator}`, status: worked.carried ? 'sound' : 'fault' }
}
