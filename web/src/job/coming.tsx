import { type ComponentType, useEffect, useState } from 'react'
import { ProblemText } from './Problem.tsx'

type Load = () => Promise<{ default: ComponentType }>

/** Waits before a page is asked for again, ms. */
const AGAIN_MS = [1000, 2000, 4000]

/** The code or the style of a page could not be fetched; every browser words it in its own way, and the bundler in another. */
const isNotFetched = (error: unknown): boolean =>
  error instanceof Error && /import|module|fetch|load|preload css/i.test(error.message)

/**
 * A page as a route loads it. Where its code cannot be fetched the page says so in its place and comes by itself once the
 * server answers; what stands around it stays.
 */
export const page = (load: Load) => async (): Promise<{ Component: ComponentType }> => {
  try {
    return { Component: (await load()).default }
  } catch (error) {
    if (!isNotFetched(error)) throw error
    return { Component: () => <Coming load={load} /> }
  }
}

const KEY = 'yardlamp.loaded-anew'
const LATELY_MS = 20_000

/** Whether this page was loaded anew for the same reason a moment ago, or the browser cannot say. */
function reloadedLately(): boolean {
  try {
    const [path, at] = JSON.parse(sessionStorage.getItem(KEY) ?? '["",0]') as [string, number]
    return path === location.pathname && Date.now() - at < LATELY_MS
  } catch {
    return true
  }
}

/** Loads the page anew as soon as closing it would not be asked about. */
function reloadOnceSaved(isLeft: () => boolean): void {
  if (isLeft()) return
  const asked = new Event('beforeunload', { cancelable: true })
  window.dispatchEvent(asked)
  if (asked.defaultPrevented) {
    setTimeout(() => reloadOnceSaved(isLeft), 500)
    return
  }
  try {
    sessionStorage.setItem(KEY, JSON.stringify([location.pathname, Date.now()]))
  } catch {
    return
  }
  location.reload()
}

type State = { readonly Page: ComponentType } | 'waits' | 'updated'

function Coming({ load }: { load: Load }) {
  const [state, setState] = useState<State>('waits')
  useEffect(() => {
    let gone = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const attempt = async (tries: number) => {
      const answers = await fetch('/api/health', { cache: 'no-store' }).then(
        ({ ok }) => ok,
        () => false,
      )
      const loaded = answers ? await load().catch(() => null) : null
      if (gone) return
      if (loaded) setState({ Page: loaded.default })
      // A browser may remember that the code could not be fetched; loaded anew it asks again.
      else if (answers && !reloadedLately()) reloadOnceSaved(() => gone)
      // The server answers and has no such page any more: it is another version by now.
      else if (answers) setState('updated')
      else timer = setTimeout(() => void attempt(tries + 1), AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)])
    }
    timer = setTimeout(() => void attempt(1), AGAIN_MS[0])
    return () => {
      gone = true
      clearTimeout(timer)
    }
  }, [load])
  if (typeof state === 'object') return <state.Page />
  return state === 'updated' ? (
    <ProblemText
      title="Yard Lamp was updated"
      text="Load the page again to get the new version. What you typed is kept."
    />
  ) : (
    <div className="coming" role="status">
      <h1>This page is not here yet</h1>
      <p>The server does not answer. The page comes by itself as soon as it does; what you typed is kept.</p>
    </div>
  )
}
