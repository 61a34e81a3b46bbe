import type { ByAndBy } from '@yard-lamp/core/proof'

/** Long work of one worker, a step at a time: in between it hears what else is asked of it, and what is wanted no more. */
export interface Turns {
  /**
   * Does it to its end, unless it is given up.
   * @param name by which it may be given up
   * @param onStep hears how far it is
   * @returns null where it was given up
   */
  first<Step, T>(name: string, work: ByAndBy<Step, T>, onStep?: (step: Step) => void): Promise<T | null>
  /** As first, and it waits while something is worked that comes first. */
  later<Step, T>(name: string, work: ByAndBy<Step, T>): Promise<T | null>
  giveUp(name: string): void
}

export function turns(): Turns {
  const wanted = new Set<string>()
  let before: Promise<unknown> = Promise.resolve()
  const work = async <Step, T>(name: string, steps: ByAndBy<Step, T>, heard: (step: Step) => unknown) => {
    wanted.add(name)
    try {
      for (;;) {
        const step = steps.next()
        if (step.done) return step.value
        await heard(step.value)
        await breath()
        if (!wanted.has(name)) return null
      }
    } finally {
      wanted.delete(name)
    }
  }
  return {
    first(name, steps, onStep) {
      const worked = work(name, steps, (step) => void onStep?.(step))
      before = worked.catch(() => undefined)
      return worked
    },
    later: (name, steps) => work(name, steps, () => before),
    giveUp: (name) => void wanted.delete(name),
  }
}

const { port1, port2 } = new MessageChannel()
const breathing: (() => void)[] = []
port1.onmessage = () => breathing.shift()?.()

/** Lets what came meanwhile be heard. A timer would wait some milliseconds each time. */
const breath = (): Promise<void> =>
  new Promise((resolve) => {
    breathing.push(resolve)
    port2.postMessage(null)
  })
