import { SegmentedControl } from '@mantine/core'
import { IconChevronDown, IconChevronRight } from '@tabler/icons-react'
import { isForTwo, lineName, type PartLine } from '@yard-lamp/core/parts'
import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { Fragment, useState } from 'react'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { ARRANGEMENTS, type Arrangement, type Heap, heapsOf, priceOf, weightOf } from './arrange.ts'
import { PartDetails } from './PartDetails.tsx'
import './parts.css'

const REMEMBERED = 'yard-lamp.parts-by'
const remembered = (): Arrangement => ARRANGEMENTS.find((each) => each === localStorage.getItem(REMEMBERED)) ?? 'place'
const LABEL: Readonly<Record<Arrangement, string>> = { place: 'by place', sort: 'by sort', supplier: 'by supplier' }

/** Everything to order. A line opens what it is for, how it was counted, and how it is bought. */
export function PartsTable() {
  const write = useWrite()
  const { parts } = useAppSelector(selectDesign)
  const [by, setBy] = useState(remembered)
  const arrange = (value: string) => {
    localStorage.setItem(REMEMBERED, value)
    setBy(value as Arrangement)
  }
  const { lines, currency } = parts
  return (
    <Part
      title="What to order"
      aside={
        <SegmentedControl
          size="xs"
          aria-label="Read the list"
          data={ARRANGEMENTS.map((value) => ({ value, label: LABEL[value] }))}
          value={by}
          onChange={arrange}
        />
      }
    >
      <div className="table-scroll">
        <table className="sheet-table parts-list">
          <thead>
            <tr>
              <th>Part</th>
              <th>For</th>
              <th className="number">order</th>
              <th className="number">each</th>
              <th className="number">price, {currency}</th>
              <th className="number">weight, {write.unit('kg')}</th>
            </tr>
          </thead>
          <tbody>
            {heapsOf(lines, by).map((heap) => (
              <HeapRows key={heap.key} heap={heap} />
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th colSpan={4} scope="row">
                Together
              </th>
              <td className="number">
                <b>{formatMoney(parts.price.value, currency)}</b>
              </td>
              <td className="number">
                <b>{write.quantity(parts.weightKg.value, 'kg', 0)}</b>
              </td>
            </tr>
          </tfoot>
        </table>
      </div>
    </Part>
  )
}

function HeapRows({ heap: { title, lines, small } }: { heap: Heap }) {
  const write = useWrite()
  const [isOpen, setIsOpen] = useState(false)
  const whole = [...lines, ...small]
  return (
    <>
      <tr className="parts-heap">
        <th colSpan={4} scope="rowgroup">
          {title}
        </th>
        <td className="number soft">{formatNumber(priceOf(whole), 0)}</td>
        <td className="number soft">{write.number(weightOf(whole), 'kg', 1)}</td>
      </tr>
      {lines.map((line) => (
        <PartRow key={line.key} line={line} />
      ))}
      {small.length > 0 && (
        <tr className="parts-small">
          <td colSpan={4}>
            <button type="button" className="parts-fold" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
              {isOpen ? <IconChevronDown size={15} /> : <IconChevronRight size={15} />}
              {small.length === 1 ? '1 small part' : `${small.length} small parts`}
            </button>
          </td>
          <td className="number">{formatNumber(priceOf(small), 2)}</td>
          <td className="number">{write.number(weightOf(small), 'kg', 1)}</td>
        </tr>
      )}
      {isOpen && small.map((line) => <PartRow key={line.key} line={line} />)}
    </>
  )
}

/** Letters of what a line is for; the rest opens with it. */
const MOST_LETTERS = 72
const shortened = (text: string): string => (text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1)}…` : text)

function PartRow({ line }: { line: PartLine }) {
  const write = useWrite()
  const [isOpen, setIsOpen] = useState(false)
  const { quantity, ordered, unit, unitPrice, price, weightKg, item } = line
  const name = lineName(line)
  return (
    <Fragment>
      <tr className={quantity === 0 ? 'parts-left-out' : ''}>
        <td>
          <button type="button" className="parts-fold" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
            {isOpen ? <IconChevronDown size={15} /> : <IconChevronRight size={15} />}
            {name}
          </button>
        </td>
        <td className="soft small">{shortened(line.use)}</td>
        <td className="number nowrap">
          {quantity !== ordered && (
            <span className="parts-own" title="A quantity of your own">
              ✎{' '}
            </span>
          )}
          {write.quantity(quantity, unit)}
        </td>
        <td className="number">{formatNumber(unitPrice * write.kept(1, unit), 2)}</td>
        <td className="number">{formatNumber(price, 2)}</td>
        <td className="number nowrap">
          {write.number(weightKg, 'kg', weightKg < 10 ? 1 : 0)}
          {unit === '' && isForTwo(item) ? <span className="small"> two people</span> : ''}
        </td>
      </tr>
      {isOpen && (
        <tr className="parts-open">
          <td colSpan={6}>
            <PartDetails line={line} />
          </td>
        </tr>
      )}
    </Fragment>
  )
}
