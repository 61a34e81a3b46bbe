import type { Finding } from '../checks/check.ts'
import type { Built, StandingStep } from './built.ts'
import { type Difference, reasonFor } from './differences.ts'

/** What stands between the work and its sign-off. */
export interface Lack {
  readonly id: 'failed' | 'again' | 'undone' | 'reason' | 'danger'
  readonly text: string
}

interface Work {
  readonly built: Built
  readonly standings: readonly StandingStep[]
  readonly differences: readonly Difference[]
  /** What the checks found that nobody accepted. */
  readonly findings: readonly Finding[]
}

const several = (n: number, one: string, more: string): string => (n === 1 ? `One ${one}` : `${n} ${more}`)

/** Everything that must be done before somebody signs; empty where nothing stands in the way. */
export function lacksOf({ built, standings, differences, findings }: Work): Lack[] {
  const count = (...which: StandingStep['standing'][]) =>
    standings.filter(({ standing }) => which.includes(standing)).length
  const [failed, again, undone] = [count('failed'), count('again'), count('waiting', 'ready')]
  const silent = differences.filter((each) => reasonFor(each, built) === null).length
  const dangers = findings.filter(({ severity }) => severity === 'danger').length
  const lacks: (Lack | null)[] = [
    failed > 0 ? { id: 'failed', text: `${several(failed, 'step', 'steps')} failed.` } : null,
    again > 0
      ? { id: 'again', text: `${several(again, 'step', 'steps')} done before the plan changed there: do again.` }
      : null,
    undone > 0 ? { id: 'undone', text: `${several(undone, 'step is', 'steps are')} not done yet.` } : null,
    silent > 0
      ? { id: 'reason', text: `${several(silent, 'thing was', 'things were')} built otherwise, and nobody said why.` }
      : null,
    dangers > 0
      ? { id: 'danger', text: `${several(dangers, 'danger', 'dangers')} in the design as it stands: see the checks.` }
      : null,
  ]
  return lacks.filter((each) => each !== null)
}
