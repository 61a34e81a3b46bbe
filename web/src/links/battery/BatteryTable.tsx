import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { CandidateTable, overText } from '../../job/CandidateTable.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Banks of each unit of the catalogue, as they would have to be for this job. */
export function BatteryTable() {
  const { battery, parts } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  if (battery.candidates.length === 0)
    return <p className="soft">List loads first: a bank is compared once there is something to carry.</p>
  return (
    <CandidateTable
      what="Unit"
      rows={battery.candidates}
      columns={[
        { head: 'Chemistry', words: true, cell: ({ item }) => item.chemistry },
        { head: 'series × strings', words: true, cell: ({ series, parallel }) => `${series} × ${parallel}` },
        { head: 'kWh', cell: ({ energyWh }) => formatNumber(energyWh / 1000, 1) },
        { head: 'of need', cell: ({ ratio }) => overText(ratio) },
        { head: 'days', cell: ({ carriesDays }) => formatNumber(carriesDays, 1) },
        { head: 'years', cell: ({ years }) => formatNumber(years, 0) },
        { head: 'kg', cell: ({ weightKg }) => formatNumber(weightKg, 0) },
        { head: 'price', cell: ({ price }) => formatMoney(price, parts.currency) },
      ]}
      chosenId={battery.item?.id}
      locked={battery.locked}
      shortOf={({ short }) => short}
      place="battery.itemId"
      onPick={(itemId) => dispatch(edited({ act: 'set-option', part: 'battery', patch: { itemId } }))}
    />
  )
}
