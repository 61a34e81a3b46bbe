import { ActionIcon } from '@mantine/core'
import { IconChevronDown, IconChevronUp, IconGripVertical } from '@tabler/icons-react'
import { type Known, LOAD_BASES, type Load } from '@yard-lamp/core'
import {
  entryOf,
  hasLabel,
  hasMeter,
  LOAD_COLUMNS,
  type LoadColumn,
  monthFactor,
  paintedLoad,
  shiftedLoad,
  shownEntry,
  shownWatts,
  typicalOf,
} from '@yard-lamp/core/loads'
import { formatNumber } from '@yard-lamp/core/units'
import { type ChangeEvent, memo, useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { loadsLit, workingOpened } from '../../store/view-slice.ts'
import { EntryCell } from './EntryCell.tsx'
import { type EnergyShown, energyText } from './energy.ts'
import { HourStrip } from './HourStrip.tsx'
import { LoadDetails } from './LoadDetails.tsx'
import { NameCell } from './NameCell.tsx'

interface LoadRowProps {
  load: Load
  /** In sight or near it: drawn with its fields. */
  near: boolean
  /** Its energy a day; null while not known. */
  dailyEnergyWh: Known | null
  energyShown: EnergyShown
  index: number
  selected: boolean
  /** Pointed at, here or in the picture of the day. */
  lit: boolean
  /** Something typed in it is not understood. */
  bad: boolean
  /** Columns of the block selected in this row, first and last; null for none. */
  block: string | null
  /** Loads that are dragged would come before this one. */
  dropBefore: boolean
}

/** One load. Only rows whose load, energy or selection changed are drawn again; none asks the store, for there are 300. */
export const LoadRow = memo(function LoadRow(props: LoadRowProps) {
  const { load, near, index, selected, lit, bad, dropBefore } = props
  const dispatch = useAppDispatch()
  const [open, setOpen] = useState(false)
  const name = load.name || `load ${index + 1}`
  const whole = near || open || bad
  const classes = [
    'load-row',
    !whole && 'load-far',
    load.stage === 'later' && 'load-later',
    selected && 'load-selected',
    lit && 'load-lit',
    bad && 'load-bad',
    open && 'load-open',
    dropBefore && 'load-drop',
  ]
  return (
    <>
      <tr
        className={classes.filter(Boolean).join(' ')}
        data-load={load.id}
        data-holds={whole ? undefined : `loads.${load.id}.`}
        aria-selected={selected}
        onPointerEnter={() => dispatch(loadsLit([load.id]))}
        onPointerLeave={() => dispatch(loadsLit([]))}
      >
        {whole ? <Cells {...props} name={name} open={open} onOpen={() => setOpen(!open)} /> : <FarCells {...props} />}
      </tr>
      {open && <LoadDetails load={load} name={name} />}
    </>
  )
})

interface CellsProps extends LoadRowProps {
  name: string
  /** Its details stand below. */
  open: boolean
  onOpen: () => void
}

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one row, its cells in order
function Cells({ load, dailyEnergyWh, energyShown, index, selected, block, name, open, onOpen }: CellsProps) {
  const dispatch = useAppDispatch()
  const change = (patch: Partial<Load>) => dispatch(edited({ act: 'change-loads', changes: [{ id: load.id, patch }] }))
  const later = load.stage === 'later'
  const cell = (column: LoadColumn, label: string, shown: string, more: { needed?: boolean; title?: string } = {}) => (
    <td className={inBlock(block, column) ? 'in-block' : ''}>
      <EntryCell load={load} column={column} label={`${label}, ${name}`} shown={shown} {...more} />
    </td>
  )
  const choice = (column: LoadColumn) => (event: ChangeEvent<HTMLSelectElement>) => {
    const entry = entryOf(load, column, event.target.value)
    if (entry.ok) change(entry.patch)
  }
  return (
    <>
      <td className="cell-grip">
        <button
          type="button"
          draggable
          tabIndex={-1}
          data-grip
          aria-pressed={selected}
          aria-label={`Select ${name}`}
          title="Click to select, drag to order"
        >
          <span>{index + 1}</span>
          <IconGripVertical size={14} aria-hidden />
        </button>
      </td>
      <td className={inBlock(block, 'name') ? 'cell-name in-block' : 'cell-name'}>
        <NameCell load={load} index={index} />
        <Marks load={load} />
      </td>
      {cell('quantity', 'Quantity', formatNumber(load.quantity))}
      <td className={inBlock(block, 'supply') ? 'in-block' : ''}>
        <select
          data-column="supply"
          aria-label={`Supply, ${name}`}
          value={shownEntry(load, 'supply')}
          onChange={choice('supply')}
        >
          {supplies(load).map((supply) => (
            <option key={supply}>{supply}</option>
          ))}
        </select>
      </td>
      <td className={inBlock(block, 'basis') ? 'in-block' : ''}>
        <select
          data-column="basis"
          className={`basis basis-${load.basis}`}
          aria-label={`Where the watts come from, ${name}`}
          value={load.basis}
          onChange={choice('basis')}
        >
          {LOAD_BASES.map((basis) => (
            <option key={basis} value={basis}>
              {basis}
            </option>
          ))}
        </select>
      </td>
      {cell('powerW', 'Watts each', shownWatts(load), { needed: !later, title: wattsFrom(load) })}
      {cell('startW', 'Start watts', load.startW === null ? '' : formatNumber(load.startW))}
      {cell('hoursPerDay', 'Hours a day', hasMeter(load) ? 'meter' : shownHoursOf(load), {
        needed: !later && load.hoursOfDay === null && !hasMeter(load),
      })}
      {cell('dutyCycle', 'Duty, percent', load.dutyCycle === 1 || hasMeter(load) ? '' : shownEntry(load, 'dutyCycle'))}
      {cell('daysPerWeek', 'Days a week', load.daysPerWeek === 7 ? '' : shownEntry(load, 'daysPerWeek'))}
      <td className={inBlock(block, 'hoursOfDay') ? 'in-block' : ''}>
        <HourStrip
          hours={load.hoursOfDay}
          weekend={load.weekendHoursOfDay}
          label={`Hours of the day, ${name}`}
          onHours={(hoursOfDay) => change(paintedLoad(load, hoursOfDay))}
          onShift={(byH) =>
            dispatch(
              edited(
                { act: 'change-loads', changes: [{ id: load.id, patch: shiftedLoad(load, byH) }] },
                `moving ${name} along the day`,
              ),
            )
          }
        />
      </td>
      <td className="number load-energy">
        {dailyEnergyWh === null ? (
          <span className="soft">–</span>
        ) : (
          <button
            type="button"
            className="figure"
            title="Show the working"
            onClick={() => {
              const { step } = dailyEnergyWh
              dispatch(workingOpened(step ? { step, key: 'dailyEnergyWh' } : null))
            }}
          >
            {energyText(dailyEnergyWh.value, energyShown)}
          </button>
        )}
      </td>
      <td className="cell-more">
        <ActionIcon
          variant="subtle"
          color="gray"
          size="sm"
          aria-expanded={open}
          aria-label={`${open ? 'Less' : 'More'} of ${name}`}
          onClick={onOpen}
        >
          {open ? <IconChevronUp size={16} /> : <IconChevronDown size={16} />}
        </ActionIcon>
      </td>
    </>
  )
}

/** Of a row out of sight: what it says, for who searches the page or scrolls fast, and no fields. */
function FarCells({ load, index, dailyEnergyWh, energyShown }: LoadRowProps) {
  return (
    <>
      <td>{index + 1}</td>
      <td>{load.name}</td>
      <td className="number">{formatNumber(load.quantity)}</td>
      <td className="number load-energy">{dailyEnergyWh ? energyText(dailyEnergyWh.value, energyShown) : '–'}</td>
    </>
  )
}

/** Columns of the grid that may be selected as a block, left to right. */
export const BLOCK_COLUMNS: readonly LoadColumn[] = LOAD_COLUMNS.slice(0, LOAD_COLUMNS.indexOf('hoursOfDay') + 1)

function inBlock(block: string | null, column: LoadColumn): boolean {
  if (block === null) return false
  const [from = 0, to = 0] = block.split(':').map(Number)
  const at = BLOCK_COLUMNS.indexOf(column)
  return at >= from && at <= to
}

const SUPPLIES = ['AC', 'DC', 'DC 5 V', 'DC 12 V', 'DC 24 V', 'DC 48 V']
function supplies(load: Load): string[] {
  const own = shownEntry(load, 'supply')
  return SUPPLIES.includes(own) ? SUPPLIES : [...SUPPLIES, own]
}

function shownHoursOf(load: Load): string {
  if (load.hoursPerDay !== null) return shownEntry(load, 'hoursPerDay')
  return load.hoursOfDay ? `${load.hoursOfDay.length} h` : ''
}

/** Where the watts come from, in words. */
function wattsFrom(load: Load): string {
  if (hasLabel(load)) return `Label: ${shownEntry(load, 'powerW')}`
  if (hasMeter(load)) return `Meter: ${load.meterEnergyKwh} kWh in ${load.meterLoggedHours} h gives the day`
  const typical = load.basis === 'typical' ? typicalOf(load.typicalId) : undefined
  return typical
    ? `Typical ${typical.lowW} to ${typical.highW} W`
    : 'Watts, a label such as 3.1 A 230 V, or 1.9 kWh in 48 h'
}

function Marks({ load }: { load: Load }) {
  const beside = useAppSelector((state) => selectOption(state).beside)
  const carrier = load.systemId === null ? undefined : beside.find(({ id }) => id === load.systemId)
  const months = Array.from({ length: 12 }, (_, i) => monthFactor(load, i + 1))
  const seasonal = months.some((factor) => factor !== 1)
  const marks = [
    load.priority === 'critical' && { text: '!', title: 'critical' },
    load.priority === 'can-wait' && { text: '☀', title: 'can wait for sun' },
    seasonal && { text: '❄', title: 'its months differ' },
    carrier !== undefined && {
      text: shortName(carrier.name),
      title: `carried by ${carrier.name}, not by the main system`,
    },
    load.stage === 'later' && { text: 'later', title: 'listed, not sized for' },
  ].filter((mark) => mark !== false)
  if (marks.length === 0) return null
  return (
    <span className="load-marks">
      {marks.map((mark) => (
        <span key={mark.text} className="load-mark" title={mark.title}>
          {mark.text}
        </span>
      ))}
    </span>
  )
}

const MOST_MARK_LETTERS = 6
const shortName = (name: string): string =>
  name.length > MOST_MARK_LETTERS ? `${name.slice(0, MOST_MARK_LETTERS - 1)}…` : name
