import { useEffect } from 'react'
import { useAppStore } from '../store/store.ts'

/** Asks before the page is closed while something on it is not saved. */
export function useLeaveGuard(): void {
  const store = useAppStore()
  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) => {
      const { status } = store.getState().save
      if (status === 'unsaved' || status === 'conflict') event.preventDefault()
    }
    window.addEventListener('beforeunload', onLeave)
    return () => window.removeEventListener('beforeunload', onLeave)
  }, [store])
}
