import type { Job } from '@yard-lamp/core'
import { slipsOf } from '@yard-lamp/core/loads'
import { memo, useMemo } from 'react'
import { useGoTo } from '../../checks/use-go-to.ts'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'

/** Duplicates and likely slips, each with the way to its row and a word that it is right. */
export const Slips = memo(function Slips({ job }: { job: Job }) {
  const dispatch = useAppDispatch()
  const goTo = useGoTo()
  const slips = useMemo(() => slipsOf(job), [job])
  if (slips.length === 0) return null
  return (
    <ul className="notices slips" aria-label="Likely slips">
      {slips.map(({ loadId, kind, message }) => {
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
    </ul>
  )
})
