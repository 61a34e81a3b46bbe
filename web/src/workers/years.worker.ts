import { lifeYears, seeYear, tellMeasured, tellYears } from '@yard-lamp/core/proof'
import { serve } from './serve.ts'

/** The years of a design: told after each edit, and one of them to be looked at. */
const calls = { tellYears, seeYear, tellMeasured, lifeYears }
export type YearCalls = typeof calls

serve(calls)
