import type { Job } from '@yard-lamp/core'
import { slipsOf } from '@yard-lamp/core/loads'
import { memo, useMemo, useState } from 'react'
import { useGoTo } from '../../checks/use-go-to.ts'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'

/** Slips shown at first: a long list would push the loads themselves off the page. */
const SHOWN_FIRST = 3

/** Duplicates and likely slips, each with the way to its row and a word that it is right. */
export const Slips = memo(function Slips({ job }: { job: Job }) {
  const dispatch = useAppDispatch()
  const goTo = useGoTo()
  const slips = useMemo(() => slipsOf(job), [job])
  const [all, setAll] = useState(false)
  if (slips.length === 0) return null
  const more = slips.length - SHOWN_FIRST
  return (
    <ul className="notices slips" aria-label="Likely slips">
      {slips.slice(0, all ? undefined : SHOWN_FIRST).map(({ loadId, kind, message }) => {
        const load = job.loads.find(({ id }) => id === loadId)
        return (
          <li key={loadId + kind} className="notice notice-advice">
            <span className="notice-kind">a slip?</span>
            <span className="notice-text">
              {kind === 'twice' ? '' : `${load?.name || 'A load'}: `}
              {message}
            </span>
            <button type="button" className="notice-go" onClick={() => goTo(`loads.${loadId}.name`)}>
              go there
            </button>
            <button
              type="button"
              className="notice-go"
              onClick={() =>
                dispatch(
                  edited(
                    {
                      act: 'change-loads',
                      changes: [{ id: loadId, patch: { slipsAccepted: [...(load?.slipsAccepted ?? []), kind] } }],
                    },
                    'saying that it is right',
                  ),
                )
              }
            >
              it is right
            </button>
          </li>
        )
      })}
      {more > 0 && (
        <li>
          <button type="button" className="notice-go" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'show the first few' : `${more} more`}
          </button>
        </li>
      )}
    </ul>
  )
})
