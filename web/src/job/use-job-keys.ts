import { LINKS } from '@yard-lamp/core'
import { useEffect } from 'react'
import { useNavigate, useParams } from 'react-router'
import { redone, undone } from '../store/job-slice.ts'
import { useAppDispatch } from '../store/store.ts'
import { energyUnitTurned, workingOpened } from '../store/view-slice.ts'

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable)

/** Number keys go to the links, C to the checks, O to the options, A turns to ampere-hours and back, Ctrl+Z and Ctrl+Y undo and redo, Escape closes the working. */
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
        const link = LINKS[Number(key) - 1]
        if (link) navigate(`/jobs/${id}/${link}`)
        else if (key === 'c') navigate(`/jobs/${id}/checks`)
        else if (key === 'o') navigate(`/jobs/${id}/options`)
        else if (key === 'a') dispatch(energyUnitTurned())
        else if (key === 'escape') dispatch(workingOpened(null))
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [navigate, dispatch, id])
}
