import { type Remote, wrap } from 'comlink'

/** The door of a worker, which is started when it is first asked. */
export function startedOnce<T>(start: () => Worker): () => Remote<T> {
  let started: Remote<T> | null = null
  return () => {
    started ??= wrap<T>(start())
    return started
  }
}

/** Doors of workers that may be ended while they work: the next that asks starts others. */
export interface Crew<T> {
  /** The first of them, or another one, which is started when it is first asked. */
  ask(which?: number): Remote<T>
  end(): void
}

export function startedAgain<T>(start: () => Worker): Crew<T> {
  const workers: { readonly worker: Worker; readonly door: Remote<T> }[] = []
  return {
    ask(which = 0) {
      const worker = workers[which]?.worker ?? start()
      const asked = workers[which] ?? { worker, door: wrap<T>(worker) }
      workers[which] = asked
      return asked.door
    },
    end() {
      for (const each of workers) each?.worker.terminate()
      workers.length = 0
    },
  }
}
