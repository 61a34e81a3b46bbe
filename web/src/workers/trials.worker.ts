import { type Catalogue, type Design, findings, type Job } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import {
  type Candidate,
  designFound,
  type Share,
  type Steps,
  searchShare,
  searchSteps,
  whatMatters,
  whatWouldHelp,
} from '@yard-lamp/core/proof'
import { expose } from 'comlink'

/** Dangers and faults nobody has accepted, by id. */
const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))
type OnShare = (share: number) => boolean
const makeSteps = (job: Job, catalogue: Catalogue, share: Share, onShare: OnShare) =>
  searchSteps({ job, catalogue, faults }, share, onShare)
const searchPart = (job: Job, catalogue: Catalogue, steps: Steps, share: Share, onShare: OnShare) =>
  searchShare({ job, catalogue, faults }, steps, share, onShare)
const designPart = (job: Job, catalogue: Catalogue, steps: Steps, candidates: readonly Candidate[]) =>
  designFound({ job, catalogue, faults }, steps, candidates)

/** Longest that a worker runs itself in for a search somebody is about to start, ms. */
const WARM_UP_MS = 600

/** Makes some steps of a search and forgets them: the code has then been read and has run. */
function warmUp(job: Job, catalogue: Catalogue): void {
  const until = performance.now() + WARM_UP_MS
  searchSteps({ job, catalogue, faults }, { part: 0, of: 1 }, () => performance.now() < until)
}

/** What is tried over many designs or many years: seconds, with a share done, until it is done or ended. */
const calls = { whatWouldHelp, whatMatters, makeSteps, searchPart, designPart, warmUp }
export type TrialCalls = typeof calls

expose(calls)
