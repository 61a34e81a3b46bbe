import { type Catalogue, type Design, findings, type Job } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { type Candidate, designFound, type Share, searchShare, whatMatters, whatWouldHelp } from '@yard-lamp/core/proof'
import { serve } from './serve.ts'

/** Dangers and faults nobody has accepted, by id. */
const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))
const searchPart = (job: Job, catalogue: Catalogue, share: Share, onShare: (share: number) => boolean) =>
  searchShare({ job, catalogue, faults }, share, onShare)
const designPart = (job: Job, catalogue: Catalogue, candidates: readonly Candidate[]) =>
  designFound({ job, catalogue, faults }, candidates)

/** What is tried over many designs or many years: seconds, with a share done, until it is done or ended. */
const calls = { whatWouldHelp, whatMatters, searchPart, designPart }
export type TrialCalls = typeof calls

serve(calls)
