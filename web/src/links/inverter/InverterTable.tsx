import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { CandidateTable, overText } from '../../job/CandidateTable.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Inverters of this voltage and mains, as many of each as this job needs. */
export function InverterTable() {
  const { inverter, parts } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  if (inverter.candidates.length === 0)
    return <p className="soft">The catalogue has no inverter for this voltage and mains.</p>
  return (
    <CandidateTable
      what="Inverter"
      rows={inverter.candidates}
      columns={[
        { head: 'units', cell: ({ quantity }) => quantity },
        { head: 'W', cell: ({ item, quantity }) => formatNumber(item.continuousW * quantity) },
        { head: 'VA', cell: ({ item, quantity }) => formatNumber(item.continuousVA * quantity) },
        { head: 'start W', cell: ({ item, quantity }) => formatNumber(item.surgeW * quantity) },
        { head: 'idle W', cell: ({ item, quantity }) => formatNumber(item.idleW * quantity) },
        { head: 'wave', words: true, cell: ({ item }) => (item.waveform === 'sine' ? 'sine' : 'stepped') },
        { head: 'of need', cell: ({ ratio }) => overText(ratio) },
        { head: 'kg', cell: ({ item, quantity }) => formatNumber(item.weightKg * quantity, 0) },
        { head: 'price', cell: ({ price }) => formatMoney(price, parts.currency) },
      ]}
      chosenId={inverter.item?.id}
      locked={inverter.locked}
      shortOf={({ short }) => short}
      place="inverter.itemId"
      onPick={(itemId) => dispatch(edited({ act: 'set-option', part: 'inverter', patch: { itemId } }))}
    />
  )
}
