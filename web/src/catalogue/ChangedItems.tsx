import { itemName } from '@yard-lamp/core'
import { changedItems, sheetsOfItsOwn } from '@yard-lamp/core/catalogue'
import { edited } from '../store/job-slice.ts'
import { selectCatalogue, selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'

/** Says where the catalogue has moved on from the figures this job was designed with. Nothing where it has not. */
export function ChangedItems() {
  const { items } = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const changed = changedItems(catalogue, items)
  const own = sheetsOfItsOwn(catalogue, items)
  if (changed.length + own.length === 0) return null
  return (
    <ul className="notices" aria-label="Changed in the catalogue">
      {changed.length > 0 && (
        <li className="notice notice-need">
          <span className="notice-kind">Changed</span>
          <span className="notice-text">
            This job keeps the figures it was designed with. The catalogue now says otherwise of{' '}
            {changed.map(({ kept, labels }) => `${itemName(kept)} (${labels.join(', ')})`).join('; ')}.
          </span>
          <button
            type="button"
            className="notice-go"
            onClick={() => dispatch(edited({ act: 'set-job', patch: { items: own } }, 'taking the new figures'))}
          >
            Take the new figures
          </button>
        </li>
      )}
      {own.length > 0 && (
        <li className="notice notice-need">
          <span className="notice-kind">Its own</span>
          <span className="notice-text">
            {own.map((item) => itemName(item)).join(', ')}: designed with the {own.length === 1 ? 'sheet' : 'sheets'}{' '}
            this job holds. The catalogue does not offer {own.length === 1 ? 'it' : 'them'}.
          </span>
        </li>
      )}
    </ul>
  )
}
