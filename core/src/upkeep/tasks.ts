import type { Design } from '../chain/design.ts'
import { designationsOf } from '../diagram/designations.ts'
import { unitsOf } from '../plant/plant.ts'
import { bankTasks } from './bank.ts'
import { boardTasks } from './board.ts'
import { engineTasks } from './engine.ts'
import { sunTasks } from './sun.ts'
import type { Task, TaskRule } from './task.ts'

const RULES: readonly TaskRule[] = [bankTasks, sunTasks, boardTasks, engineTasks]

/** What is to be done to what stands there, again and again. @example upkeepOf(design)[0]?.title // 'Full charge of GB1 …' */
export function upkeepOf(design: Design): Task[] {
  const names = designationsOf(design.plant, design.wiring).units
  const brief = {
    design,
    write: design.write,
    unitsOf: (role: Parameters<typeof unitsOf>[1]) => unitsOf(design.plant, role),
    called: ({ id, name }: { id: string; name: string }) => `${names.get(id) ?? ''} ${name}`.trim(),
  }
  return RULES.flatMap((rule) => rule(brief))
}
