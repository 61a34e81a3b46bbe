import type { BuiltBeside } from '../parts/link.ts'
import type { Plant } from '../plant/plant.ts'
import type { Need } from '../working/links.ts'
import { besidePlace } from './beside.ts'

/** What of a system beside is bought and asked for. */
interface Made {
  readonly id: string
  readonly name: string
  readonly design: Omit<BuiltBeside, 'name'> & { readonly needs: readonly Need[] }
}

const built = new WeakMap<Plant, BuiltBeside>()
let lastBuilt: readonly BuiltBeside[] = []

/** The last list again where it holds the same: the parts are then not told anew. */
function keptList(list: readonly BuiltBeside[]): readonly BuiltBeside[] {
  if (list.length !== lastBuilt.length || list.some((each, i) => each !== lastBuilt[i])) lastBuilt = list
  return lastBuilt
}

/** What must be bought for a system beside; the same object for the same design. */
function builtOf({ name, design: { plant, wiring, option, array, controller } }: Made): BuiltBeside {
  const before = built.get(plant)
  if (before?.wiring === wiring && before.name === name && before.option === option) return before
  const made = { name, plant, wiring, option, array, controller }
  built.set(plant, made)
  return made
}

/** Figures a system beside still needs; what the site lacks is asked for once. */
export const besideNeeds = ({ id, name, design: { needs } }: Made): Need[] =>
  needs
    .filter(({ link }) => link !== 'site')
    .map(({ link, place, message }) => ({ link, place: besidePlace(id, place), message: `${name}: ${message}` }))

/** Systems beside as they are bought; the same list where none of them changed. */
export const builtBeside = (beside: readonly Made[]): readonly BuiltBeside[] => keptList(beside.map(builtOf))
