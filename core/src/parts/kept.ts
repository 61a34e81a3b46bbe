import type { Plant } from '../plant/plant.ts'

interface Kept<T> {
  readonly from: readonly unknown[]
  readonly made: T
}

/** What was made for parts of a plant, by their ids, taken again while what it was made from is the same. */
export class KeptByPart<T> {
  private readonly byPlant = new WeakMap<Plant, Map<string, Kept<T>>>()

  /** @param from everything `make` reads that may differ */
  take(plant: Plant, id: string, from: readonly unknown[], make: () => T): T {
    let own = this.byPlant.get(plant)
    if (!own) {
      own = new Map()
      this.byPlant.set(plant, own)
    }
    const before = own.get(id)
    if (before && before.from.length === from.length && before.from.every((each, i) => Object.is(each, from[i])))
      return before.made
    const made = make()
    own.set(id, { from, made })
    return made
  }
}
