import type { Device } from '../catalogue/schema.ts'

/** What was made of circuits before, by shelf and circuit, the latest first: an edit of one leaves the others as they are. */
export class KeptByCircuit<T> {
  private readonly shelves = new WeakMap<readonly Device[], Map<string, T[]>>()

  /** The one that is the same, or a new one. */
  take(devices: readonly Device[], circuitId: string, isSame: (each: T) => boolean, make: () => T): T {
    const own = this.of(devices, circuitId)
    const before = own.find(isSame)
    if (before !== undefined) return before
    const made = make()
    own.unshift(made)
    own.length = Math.min(own.length, MOST_KEPT)
    return made
  }

  private of(devices: readonly Device[], circuitId: string): T[] {
    const shelf = this.shelves.get(devices) ?? new Map<string, T[]>()
    this.shelves.set(devices, shelf)
    const known = shelf.get(circuitId)
    if (known) return known
    if (shelf.size >= MOST_CIRCUITS) shelf.clear()
    const none: T[] = []
    shelf.set(circuitId, none)
    return none
  }
}

/** Those of the options and trials between two edits. */
const MOST_KEPT = 12
/** Ids kept of a shelf, of all jobs worked on. */
const MOST_CIRCUITS = 200
