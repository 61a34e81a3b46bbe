import { useEffect } from 'react'
import { useNavigate, useParams } from 'react-router'
import { JOB_PAGES } from '../pages.ts'
import { redone, undone } from '../store/job-slice.ts'
import { useAppDispatch } from '../store/store.ts'
import { energyUnitTurned, workingOpened } from '../store/view-slice.ts'

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable)

/** Each page by its key, A turns to ampere-hours and back, Ctrl+Z and Ctrl+Y undo and redo, Escape closes the working. */
export function useJobKeys(): void {
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const { id } = useParams()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const command = event.ctrlKey || event.metaKey
      const key = event.key.toLowerCase()
      if (command && key === 'z') {
        event.preventDefault()
        dispatch(event.shiftKey ? redone() : undone())
      } else if (command && key === 'y') {
        event.preventDefault()
        dispatch(redone())
      } else if (
        !command &&
        !event.altKey &&
        !typing(event.target) &&
        document.querySelector('[role="dialog"]') === null
      ) {
        const page = JOB_PAGES.find((each) => each.key === key)
        if (page) navigate(`/jobs/${id}/${page.path}`)
        else if (key === 'a') dispatch(energyUnitTurned())
        else if (key === 'escape') dispatch(workingOpened(null))
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [navigate, dispatch, id])
}
