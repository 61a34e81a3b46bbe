import { useCallback, useEffect } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'

/** Goes to the field a check or a need speaks of: to its page, then into it. */
export function useGoTo(): (place: string) => void {
  const navigate = useNavigate()
  const { id } = useParams()
  return useCallback(
    (place: string) => {
      const head = place.split('.')[0] ?? ''
      navigate(`/jobs/${id}/${head}`, { state: { place, asked: Date.now() } })
    },
    [navigate, id],
  )
}

/** On the page arrived at: puts the cursor into the field that was asked for, once it stands there. */
export function useArriveAtPlace(): void {
  const { state } = useLocation()
  useEffect(() => {
    const place = (state as { place?: string } | null)?.place
    if (!place) return
    const arrive = (): boolean => {
      const field = document.querySelector<HTMLElement>(`[data-place="${CSS.escape(place)}"]`)
      if (!field) bringNear(place)
      field?.scrollIntoView({ block: 'center' })
      field?.focus()
      return field !== null
    }
    if (arrive()) return
    // The page may still be loading: look again at each change until it is there.
    const observer = new MutationObserver(() => arrive() && observer.disconnect())
    observer.observe(document.body, { childList: true, subtree: true })
    return () => observer.disconnect()
  }, [state])
}

/** A row out of sight is drawn without its fields until it is brought in. */
function bringNear(place: string): void {
  const holders = document.querySelectorAll<HTMLElement>('[data-holds]')
  const holder = Array.from(holders).find(({ dataset }) => place.startsWith(dataset.holds ?? ' '))
  holder?.scrollIntoView({ block: 'center' })
}
