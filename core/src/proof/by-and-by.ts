/**
 * Work that is done step by step: between two steps whoever does it may listen to something else, or leave off.
 * A step tells how far it is.
 */
export type ByAndBy<Step, T> = Generator<Step, T, void>

/** Does it to its end. */
export function atOneGo<T>(work: ByAndBy<unknown, T>): T {
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
  }
}
