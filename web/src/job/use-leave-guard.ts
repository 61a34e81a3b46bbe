import { useEffect } from 'react'
import { useAppStore } from '../store/store.ts'

/** Asks before the page is closed while something on it cannot be saved, or is kept nowhere else yet. */
export function useLeaveGuard(): void {
  const store = useAppStore()
  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) => {
      const { save, draft } = store.getState()
      const isStuck = save.status === 'unsaved' || save.status === 'conflict'
      if (isStuck || (save.status !== 'saved' && save.status !== 'tried' && !draft.isKept)) event.preventDefault()
    }
    window.addEventListener('beforeunload', onLeave)
    return () => window.removeEventListener('beforeunload', onLeave)
  }, [store])
}
