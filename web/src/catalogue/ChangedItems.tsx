import { itemName } from '@yard-lamp/core'
import { changedItems } from '@yard-lamp/core/catalogue/kept-items'
import { jobChanged } from '../store/job-slice.ts'
import { selectCatalogue, selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'

/** Says where the catalogue has moved on from the figures this job was designed with. Nothing where it has not. */
export function ChangedItems() {
  const { items } = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const changed = changedItems(catalogue, items)
  if (changed.length === 0) return null
  return (
    <ul className="notices" aria-label="Changed in the catalogue">
      <li className="notice notice-need">
        <span className="notice-kind">Changed</span>
        <span className="notice-text">
          This job keeps the figures it was designed with. The catalogue now says otherwise of{' '}
          {changed
            .map(({ kept, now, fields }) => `${itemName(kept)} (${now ? fields.join(', ') : 'no longer offered'})`)
            .join('; ')}
          .
        </span>
        <button type="button" className="notice-go" onClick={() => dispatch(jobChanged({ items: [] }))}>
          Take the new figures
        </button>
      </li>
    </ul>
  )
}
