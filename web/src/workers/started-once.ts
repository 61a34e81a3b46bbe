import { type Remote, wrap } from 'comlink'

/** The door of a worker, which is started when it is first asked. */
export function startedOnce<T>(start: () => Worker): () => Remote<T> {
  let started: Remote<T> | null = null
  return () => {
    started ??= wrap<T>(start())
    return started
  }
}

/** The door of a worker that may be ended while it works: the next that asks starts another. */
export function startedAgain<T>(start: () => Worker): { ask(): Remote<T>; end(): void } {
  let worker: Worker | null = null
  let door: Remote<T> | null = null
  return {
    ask() {
      worker ??= start()
      door ??= wrap<T>(worker)
      return door
    },
    end() {
      worker?.terminate()
      worker = null
      door = null
    },
  }
}
