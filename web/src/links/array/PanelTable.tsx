import { offerPanels } from '@yard-lamp/core/after'
import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { CandidateTable, overText } from '../../job/CandidateTable.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Every panel of the catalogue in its cheapest layout for this job, or at least as many as the power asks for. */
export function PanelTable() {
  const design = useAppSelector(selectDesign)
  const catalogue = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const { array, parts } = design
  const neededW = array.requiredPowerW?.value ?? null
  const rows = useMemo(() => {
    const offers = offerPanels(design)
    const rank = new Map(offers.map((offer, at) => [offer.panel.id, { offer, at }]))
    return catalogue.panels
      .map((item) => {
        const own = item.id === design.array.layout?.panel.id ? design.array.layout : null
        const layout = own ?? rank.get(item.id)?.offer ?? null
        const least = neededW === null ? null : Math.ceil(neededW / item.powerW)
        return { item, layout, count: layout?.panels ?? least, at: rank.get(item.id)?.at ?? offers.length }
      })
      .sort((a, b) => a.at - b.at)
  }, [design, catalogue, neededW])
  const counted = (count: number | null, text: (n: number) => string) => (count === null ? '–' : text(count))
  return (
    <CandidateTable
      what="Panel"
      rows={rows}
      columns={[
        { head: 'Cells', words: true, cell: ({ item }) => item.cells },
        { head: 'W', cell: ({ item }) => formatNumber(item.powerW) },
        { head: 'Voc', cell: ({ item }) => formatNumber(item.vocV, 1) },
        { head: 'Isc', cell: ({ item }) => formatNumber(item.iscA, 1) },
        { head: 'needed', cell: ({ count, layout }) => counted(count, (n) => `${layout ? '' : 'at least '}${n}`) },
        {
          head: 'of need',
          cell: ({ count, item }) =>
            overText(count === null || neededW === null ? null : (count * item.powerW) / neededW),
        },
        {
          head: 'm²',
          cell: ({ count, item }) => counted(count, (n) => formatNumber((n * item.lengthMm * item.widthMm) / 1e6, 1)),
        },
        { head: 'kg', cell: ({ count, item }) => counted(count, (n) => formatNumber(n * item.weightKg, 0)) },
        {
          head: 'panels cost',
          cell: ({ count, item }) => counted(count, (n) => formatMoney(n * item.price, parts.currency)),
        },
      ]}
      chosenId={array.layout?.panel.id}
      locked={array.panelLocked}
      shortOf={({ layout }) => layout?.short ?? ''}
      place="array.panelId"
      onPick={(panelId) => dispatch(edited({ act: 'set-option', part: 'array', patch: { panelId } }))}
    />
  )
}
