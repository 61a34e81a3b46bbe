import type { NextSize, NextSizes } from '@yard-lamp/core/checks'
import { useEffect, useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { designs } from '../../workers/design.ts'
import { moreMoney } from './arrange.ts'

/** A size down and a size up, each tried on the whole chain. */
export function NextSizesOf({ lineKey }: { lineKey: string }) {
  const job = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const [tried, setTried] = useState<NextSizes | null>(null)
  useEffect(() => {
    let wanted = true
    setTried(null)
    void designs()
      .nextSizes(job, catalogue, lineKey)
      .then((sizes) => wanted && setTried(sizes))
    return () => {
      wanted = false
    }
  }, [job, catalogue, lineKey])
  return (
    <div>
      <h3>A size down, a size up</h3>
      {tried === null ? (
        <p className="soft small">Trying them on the whole chain …</p>
      ) : tried.smaller || tried.larger ? (
        <div className="parts-sizes">
          {tried.smaller && <SizeCard way="down" size={tried.smaller} />}
          {tried.larger && <SizeCard way="up" size={tried.larger} />}
        </div>
      ) : (
        <p className="soft small">The catalogue has none of its sort beside it.</p>
      )}
    </div>
  )
}

function SizeCard({ way, size }: { way: 'down' | 'up'; size: NextSize }) {
  const write = useWrite()
  const { currency } = useAppSelector(selectDesign).parts
  const dispatch = useAppDispatch()
  const { name, edits, priceDifference, weightDifferenceKg, raised, mended } = size
  const kg = write.quantity(Math.abs(weightDifferenceKg), 'kg', 1)
  const grave = raised.filter(({ severity }) => severity !== 'advice')
  return (
    <div className="parts-size">
      <p>
        <b>{name}</b> <span className="soft">{way}</span>
      </p>
      <p className="small">
        {priceDifference === null ? 'price not known' : moreMoney(priceDifference, currency)} ·{' '}
        {Math.abs(weightDifferenceKg) < 0.05 ? 'same weight' : `${weightDifferenceKg > 0 ? '+' : '−'}${kg}`}
      </p>
      {grave.map(({ id, message }) => (
        <p key={id + message} className="small parts-raises">
          {message}
        </p>
      ))}
      {mended.length > 0 && <p className="small">Mends {mended.map(({ id }) => id).join(', ')}.</p>}
      <button type="button" className="pick" onClick={() => dispatch(edited(edits, `taking ${name}`))}>
        Take it
      </button>
    </div>
  )
}
