import type { Design } from '../chain/design.ts'
import { bank } from './stages/bank.ts'
import { board } from './stages/board.ts'
import { closing } from './stages/closing.ts'
import { earth } from './stages/earth.ts'
import { beforeLeaving, mounting } from './stages/ground.ts'
import { handOver } from './stages/hand-over.ts'
import { settings } from './stages/settings.ts'
import { dryRun, strings } from './stages/strings.ts'
import { switchOn } from './stages/switch-on.ts'
import { firstFull, underLoad } from './stages/under-load.ts'
import { type Now, STAGES, type Step } from './step.ts'
import { worksOf } from './work.ts'

/**
 * Everything to do on site for a design, in the order it is done. Pure: the same design, air and light give the same steps.
 * Steps that would wait for one that is not there wait for none.
 * @param now air and light as they were read; null while they were not
 */
export function stepsOf(design: Design, now: Now | null): Step[] {
  if (!design.battery.bank || design.wiring.circuits.length === 0) return []
  const works = worksOf(design, now)
  const [main] = works
  if (!main) return []
  const ofSystems = works.flatMap((work) => [
    ...dryRun(work),
    ...board(work),
    ...strings(work),
    ...earth(work),
    ...bank(work),
    ...closing(work),
    ...settings(work),
    ...switchOn(work),
    ...underLoad(work),
    ...firstFull(work),
  ])
  const built = [...beforeLeaving(main), ...mounting(main), ...ofSystems]
  const last = built.filter(({ stage }) => stage === 'load' || stage === 'on').map(({ id }) => id)
  const all = [...built, ...handOver(main, last)]
  const there = new Set(all.map(({ id }) => id))
  return STAGES.flatMap(({ id: stage }) =>
    all
      .filter((each) => each.stage === stage)
      .map((each) => ({ ...each, after: each.after.filter((id) => there.has(id)) })),
  )
}
