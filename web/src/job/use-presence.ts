import { useEffect, useRef, useState } from 'react'
import { api, type Present } from '../api/client.ts'
import { mergeTheirs } from '../store/autosave.ts'
import { saveReset } from '../store/save-slice.ts'
import { selectJobId } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../store/store.ts'
import { THIS_TAB } from '../store/tab.ts'

/** How often the server hears that this page is open, ms. */
const EACH_MS = 8000
/** Who changed something within this time is at it, ms. */
const EDITING_MS = 60_000

/** Who else has this job open; what they saved comes in by itself where nothing here waits to be saved. */
export function usePresence(): readonly Present[] {
  const jobId = useAppSelector(selectJobId)
  const store = useAppStore()
  const dispatch = useAppDispatch()
  const [others, setOthers] = useState<readonly Present[]>([])
  const changes = useAppSelector(({ job }) => job?.changes ?? 0)
  const editedMs = useRef(Number.NEGATIVE_INFINITY)
  const isFirst = useRef(true)
  // biome-ignore lint/correctness/useExhaustiveDependencies: each change of the document is an edit
  useEffect(() => {
    if (isFirst.current) isFirst.current = false
    else if (store.getState().save.status !== 'tried') editedMs.current = performance.now()
  }, [changes, store])
  useEffect(() => {
    let gone = false
    const tell = async () => {
      if (document.visibilityState === 'hidden') return
      const isEditing = performance.now() - editedMs.current < EDITING_MS
      const heard = await api.tellPresence(jobId, { pageId: THIS_TAB, isEditing }).catch(() => null)
      if (gone || !heard) return
      setOthers(heard.others)
      const { job, save } = store.getState()
      // What waits here meets theirs when it is saved.
      if (job?.id !== jobId || heard.revision <= job.baseRevision || save.status !== 'saved') return
      const theirs = await api.readJob(jobId).catch(() => null)
      if (gone || !theirs || store.getState().save.status !== 'saved') return
      if (mergeTheirs(dispatch, store.getState(), theirs)) dispatch(saveReset({ revision: theirs.revision }))
    }
    void tell()
    const timer = setInterval(() => void tell(), EACH_MS)
    const onSeen = () => void tell()
    document.addEventListener('visibilitychange', onSeen)
    return () => {
      gone = true
      clearInterval(timer)
      document.removeEventListener('visibilitychange', onSeen)
    }
  }, [jobId, store, dispatch])
  return others
}
