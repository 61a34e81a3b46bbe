import { type CatalogueItem, itemName } from '@yard-lamp/core'
import { cellsOf, fieldsOf } from '@yard-lamp/core/catalogue'
import type { StoredItem } from '../api/client.ts'

type ItemKind = CatalogueItem['kind']

/** Figures a kind is told apart by; the whole sheet opens from the row. */
const COLUMNS: Record<ItemKind, readonly string[]> = {
  panel: ['cells', 'powerW', 'vocV', 'vmpV', 'iscA', 'vocCoeffPerC', 'lengthMm', 'widthMm', 'weightKg', 'price'],
  battery: [
    'chemistry',
    'unitVoltageV',
    'capacityAh',
    'maxChargeA',
    'maxDischargeA',
    'seriesAllowed',
    'weightKg',
    'price',
  ],
  controller: [
    'technology',
    'batteryVoltagesV',
    'maxInputV',
    'maxInputA',
    'inputs',
    'ratedOutputA',
    'weightKg',
    'price',
  ],
  inverter: [
    'dcVoltageV',
    'continuousW',
    'continuousVA',
    'surgeW',
    'idleW',
    'mainsVoltageV',
    'chargerA',
    'weightKg',
    'price',
  ],
  'all-in-one': [
    'dcVoltageV',
    'continuousW',
    'maxInputV',
    'inputs',
    'ratedOutputA',
    'chargerA',
    'mainsVoltageV',
    'weightKg',
    'price',
  ],
  generator: [
    'fuel',
    'continuousW',
    'continuousVA',
    'mainsVoltageV',
    'autoStart',
    'neutralBonded',
    'weightKg',
    'price',
  ],
  charger: ['source', 'inputV', 'batteryVoltageV', 'outputA', 'efficiency', 'weightKg', 'price'],
  'array-inverter': [
    'continuousW',
    'maxPvPowerW',
    'maxInputV',
    'inputs',
    'mainsVoltageV',
    'efficiency',
    'weightKg',
    'price',
  ],
  converter: ['inputV', 'outputV', 'outputA', 'efficiency', 'weightKg', 'price'],
  fitting: ['role', 'currentA', 'maxDcV', 'maxAcV', 'ways', 'terminalMaxMm2', 'price'],
  cable: ['use', 'size', 'weightKg', 'price'],
  material: ['role', 'size', 'studMm', 'lengthM', 'packOf', 'supplier', 'weightKg', 'price'],
  device: ['type', 'series', 'maxDcV', 'maxAcV', 'interruptingA', 'smallestA', 'largestA', 'price'],
}

interface ItemTableProps {
  kind: ItemKind
  items: readonly StoredItem[]
  onEdit: (item: StoredItem) => void
  onRetire: (item: StoredItem) => void
}

export function ItemTable({ kind, items, onEdit, onRetire }: ItemTableProps) {
  const fields = fieldsOf(kind).filter(({ name }) => COLUMNS[kind].includes(name))
  const columns = COLUMNS[kind].flatMap((name) => fields.find((field) => field.name === name) ?? [])
  if (items.length === 0)
    return <p className="soft">Nothing of this kind is found. Add one, bring in a file, or look for less.</p>
  return (
    <div className="table-scroll">
      <table className="sheet-table item-table">
        <thead>
          <tr>
            <th>Item</th>
            {columns.map(({ name, label, unit, form }) => (
              <th key={name} className={form === 'number' ? 'number' : ''}>
                {label}
                {unit !== '' && unit !== 'money' && <span className="small soft"> {unit}</span>}
              </th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {items.map((each) => {
            const cells = cellsOf(each.item)
            return (
              <tr key={each.item.id} className={each.retired ? 'unfit' : ''}>
                <td className="nowrap">
                  {itemName(each.item)}
                  {each.retired && <span className="small soft"> retired</span>}
                  {each.revision > 0 && !each.retired && <span className="small soft"> own</span>}
                  {each.item.kind === 'battery' && each.item.fromLabel && (
                    <span className="small assumed"> label only</span>
                  )}
                </td>
                {columns.map(({ name, form }) => (
                  <td key={name} className={form === 'number' ? 'number' : 'small nowrap'}>
                    {shown(cells[name] ?? '', form)}
                  </td>
                ))}
                <td className="number nowrap">
                  <button
                    type="button"
                    className="pick"
                    onClick={() => onEdit(each)}
                    aria-label={`Edit ${itemName(each.item)}`}
                  >
                    Edit
                  </button>{' '}
                  <button
                    type="button"
                    className="pick"
                    onClick={() => onRetire(each)}
                    aria-label={`${each.retired ? 'Offer' : 'Retire'} ${itemName(each.item)}`}
                  >
                    {each.retired ? 'Offer again' : 'Retire'}
                  </button>
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

const figure = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 4 })
const shown = (text: string, form: string): string =>
  text === '' ? '–' : form === 'number' ? figure.format(Number(text)) : text
