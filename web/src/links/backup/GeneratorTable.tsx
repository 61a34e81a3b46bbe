import { formatMoney, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { CandidateTable, overText } from '../../job/CandidateTable.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Generators of this mains voltage, each against what house and charger ask at this height and heat. */
export function GeneratorTable() {
  const { backup, parts } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  return (
    <CandidateTable
      what="Generator"
      rows={backup.generators}
      columns={[
        { head: 'Fuel', words: true, cell: ({ item }) => item.fuel },
        {
          head: 'gives',
          cell: ({ item }) => `${formatNumber(item.continuousW)} W, ${formatQuantity(item.continuousVA, 'VA')}`,
        },
        { head: 'of need', cell: ({ ratio }) => overText(ratio) },
        { head: 'Starts', words: true, cell: ({ item }) => (item.autoStart ? 'by itself' : 'by hand') },
        { head: 'Neutral', words: true, cell: ({ item }) => (item.neutralBonded ? 'bonded' : 'floats') },
        { head: 'kg', cell: ({ item }) => formatNumber(item.weightKg, 0) },
        { head: 'price', cell: ({ price }) => formatMoney(price, parts.currency) },
      ]}
      chosenId={backup.generator?.id}
      locked={backup.generatorLocked}
      shortOf={({ short }) => short}
      place="backup.generatorId"
      onPick={(generatorId) => dispatch(edited({ act: 'set-option', part: 'backup', patch: { generatorId } }))}
    />
  )
}
