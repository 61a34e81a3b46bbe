import { whatMatters, whatWouldHelp } from '@yard-lamp/core/proof'
import { serve } from './serve.ts'

/** What is tried over many designs or many years: seconds, with a share done, until it is done or ended. */
const calls = { whatWouldHelp, whatMatters }
export type TrialCalls = typeof calls

serve(calls)
