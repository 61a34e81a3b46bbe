import { type Catalogue, type Design, findings, type Job } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { searchDesigns, whatMatters, whatWouldHelp } from '@yard-lamp/core/proof'
import { serve } from './serve.ts'

/** Dangers and faults nobody has accepted, by id. */
const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))
const search = (job: Job, catalogue: Catalogue, onShare: (share: number) => boolean) =>
  searchDesigns({ job, catalogue, faults }, onShare)

/** What is tried over many designs or many years: seconds, with a share done, until it is done or ended. */
const calls = { whatWouldHelp, whatMatters, search }
export type TrialCalls = typeof calls

serve(calls)
