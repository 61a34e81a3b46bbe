import { type Remote, wrap } from 'comlink'

/** The door of a worker, which is started when it is first asked. */
export function startedOnce<T>(start: () => Worker): () => Remote<T> {
  let started: Remote<T> | null = null
  return () => {
    started ??= wrap<T>(start())
    return started
  }
}
