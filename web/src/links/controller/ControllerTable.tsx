import { planStrings } from '@yard-lamp/core/after'
import { formatMoney, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { CandidateTable, overText } from '../../job/CandidateTable.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Every controller of the catalogue, with the layout it would take for the panel in use. */
export function ControllerTable() {
  const { controllers, allInOnes } = useAppSelector(selectCatalogue)
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const { array, controller, battery, parts } = design
  const systemVoltageV = battery.systemVoltageV.value
  const rows = useMemo(() => {
    // The chosen one, ranked with its price.
    const own = design.array.layout ? design.array.layouts[0] : undefined
    const chosenId = design.controller.item?.id
    // The controller of an all-in-one comes with its inverter, and is chosen there.
    const separate = controllers.filter(({ id }) => id === chosenId || !allInOnes.some((each) => each.id === id))
    const ranked = separate.map((item) => {
      const suits = item.batteryVoltagesV.some((volts) => volts === systemVoltageV)
      const planned = suits && own ? planStrings(design, own.panel, item)[0] : undefined
      const layout = (item.id === chosenId ? own : undefined) ?? planned ?? null
      return { item, layout, short: suits ? (layout?.short ?? '') : `not for ${systemVoltageV} V` }
    })
    const order = ({ layout, short }: (typeof ranked)[number]) => (layout?.fits ? 0 : short === '' ? 1 : 2)
    return ranked.sort((a, b) => order(a) - order(b) || (a.layout?.price ?? 0) - (b.layout?.price ?? 0))
  }, [controllers, allInOnes, design, systemVoltageV])
  const neededW = array.requiredPowerW?.value ?? null
  return (
    <CandidateTable
      what="Controller"
      rows={rows}
      columns={[
        { head: 'Kind', words: true, cell: ({ item }) => (item.technology === 'mppt' ? 'tracking' : 'PWM') },
        { head: 'input', cell: ({ item }) => formatQuantity(item.maxInputV, 'V') },
        { head: 'output', cell: ({ item }) => formatQuantity(item.ratedOutputA, 'A') },
        {
          head: 'Layout',
          words: true,
          cell: ({ layout }) =>
            layout
              ? `${layout.controllers} × ${layout.stringsPerController} strings of ${layout.panelsPerString}`
              : '–',
        },
        {
          head: 'of need',
          cell: ({ layout }) => overText(layout && neededW !== null ? layout.arrayPowerW / neededW : null),
        },
        { head: 'kg', cell: ({ item, layout }) => formatNumber(item.weightKg * (layout?.controllers ?? 1), 1) },
        {
          head: 'price',
          cell: ({ item, layout }) => formatMoney(item.price * (layout?.controllers ?? 1), parts.currency),
        },
      ]}
      chosenId={controller.item?.id}
      locked={controller.locked}
      shortOf={({ short }) => short}
      place="controller.itemId"
      onPick={(itemId) => dispatch(edited({ act: 'set-option', part: 'controller', patch: { itemId } }))}
    />
  )
}
