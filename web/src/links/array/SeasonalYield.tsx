import { seasonalYieldSchema } from '@yard-lamp/core/job'
import { NumberField } from '../../fields/NumberField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

const { shape } = seasonalYieldSchema
/** As those who count so commonly do: four hours, 80 % of the rating in summer and 50 % in winter. */
const COMMON = { summerFraction: 0.8, winterFraction: 0.5, hours: 4 }

/** Yield by season in shares of the rating, where a person counts so instead of by sun and losses. */
export function SeasonalYield() {
  const { array } = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  const { seasonalYield } = array
  const write = (next: typeof seasonalYield) =>
    dispatch(edited({ act: 'set-option', part: 'array', patch: { seasonalYield: next } }))
  return (
    <>
      <label className="tick" style={{ gridColumn: '1 / -1' }}>
        <input
          type="checkbox"
          checked={seasonalYield !== null}
          data-place="array.seasonalYield"
          onChange={() => write(seasonalYield ? null : COMMON)}
        />
        sized by shares of the rating, summer and winter
      </label>
      {seasonalYield && (
        <>
          <NumberField
            label="Summer half"
            place="array.seasonalYield.summerFraction"
            value={seasonalYield.summerFraction}
            schema={shape.summerFraction}
            scale={100}
            unit="%"
            onValue={(value) => value !== null && write({ ...seasonalYield, summerFraction: value })}
          />
          <NumberField
            label="Winter half"
            place="array.seasonalYield.winterFraction"
            value={seasonalYield.winterFraction}
            schema={shape.winterFraction}
            scale={100}
            unit="%"
            onValue={(value) => value !== null && write({ ...seasonalYield, winterFraction: value })}
          />
          <NumberField
            label="Hours a day"
            place="array.seasonalYield.hours"
            value={seasonalYield.hours}
            schema={shape.hours}
            onValue={(value) => value !== null && write({ ...seasonalYield, hours: value })}
          />
        </>
      )}
    </>
  )
}
