import { IconChevronDown, IconChevronRight } from '@tabler/icons-react'
import { type CircuitChoice, type Design, EMPTY_CIRCUIT_CHOICE, itemName } from '@yard-lamp/core'
import { sizesOf } from '@yard-lamp/core/rules'
import { STANDARD_RATINGS_A, sizeInBoth } from '@yard-lamp/core/tables'
import { formatQuantity } from '@yard-lamp/core/units'
import { BUILT_IN } from '@yard-lamp/core/wiring'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Figure } from '../../working/Figure.tsx'
import { LengthCell } from './LengthCell.tsx'

type Circuit = Design['wiring']['circuits'][number]

interface CircuitRowProps {
  circuit: Circuit
  /** Id under which the job keeps what is chosen for it. */
  circuitId: string
  selected: boolean
  onSelect: () => void
  /** Its sheet stands open beneath it. */
  open: boolean
  onOpen: () => void
}

/** A circuit: what the design gives it, and what a person sets instead. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one row, its cells in order
export function CircuitRow({ circuit, circuitId, selected, onSelect, open, onOpen }: CircuitRowProps) {
  const write = useWrite()
  const option = useAppSelector(selectOption)
  const catalogue = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const choice = option.wiring.circuits[circuitId] ?? EMPTY_CIRCUIT_CHOICE
  const change = (patch: Partial<CircuitChoice>) => dispatch(edited({ act: 'set-circuit', circuitId, patch }))
  const { cable, device } = circuit
  const place = (field: string) => `wiring.${circuitId}.${field}`
  const alike = circuit.count > 1 ? ` × ${circuit.count}` : ''
  const ratings = STANDARD_RATINGS_A[device?.item?.series ?? 'battery-fuse']
  return (
    <tr className={selected ? 'chosen' : ''} onFocus={onSelect} onClick={onSelect}>
      <td className="circuit-open">
        <button
          type="button"
          aria-expanded={open}
          aria-label={`All of ${circuit.title}`}
          data-opens={`wiring.${circuitId}.`}
          onClick={onOpen}
        >
          {open ? <IconChevronDown size={16} /> : <IconChevronRight size={16} />}
        </button>
      </td>
      <td>
        {circuit.title}
        <span className="soft">{alike}</span>
      </td>
      <td className="number">
        <Figure figure={circuit.currentA} unit="" decimals={circuit.currentA.value < 10 ? 1 : 0} />
      </td>
      <LengthCell
        title={circuit.title}
        place={place('lengthM')}
        given={choice.lengthM}
        taken={circuit.lengthM}
        onValue={(lengthM) => change({ lengthM })}
      />
      <td>
        <select
          data-place={place('size')}
          className={choice.size === null ? 'by-design' : ''}
          title={choice.size === null ? 'chosen by the design' : 'set by hand'}
          aria-label={`Cable, ${circuit.title}`}
          value={choice.size ?? ''}
          onChange={(event) =>
            change({
              size: event.target.value === '' ? null : event.target.value,
              parallel: event.target.value === '' ? null : (cable?.parallel ?? 1),
            })
          }
        >
          <option value="">
            {cable && choice.size === null
              ? `${cable.parallel > 1 ? `${cable.parallel} × ` : ''}${sizeInBoth(cable.size, write)}`
              : 'design chooses'}
          </option>
          {sizesOf(circuit.installation).map((size) => (
            <option key={size} value={size}>
              {cable && choice.size !== null && cable.parallel > 1 ? `${cable.parallel} × ` : ''}
              {sizeInBoth(size, write)}
            </option>
          ))}
        </select>
      </td>
      <td className="number">{cable ? <Figure figure={cable.ampacityA} unit="A" decimals={0} /> : '–'}</td>
      <td className="number">
        {cable ? (
          <Figure figure={cable.dropFraction} shown={cable.dropFraction.value * 100} unit="%" decimals={1} />
        ) : (
          '–'
        )}
      </td>
      <td>
        <select
          data-place={place('deviceId')}
          className={choice.deviceId === null ? 'by-design' : ''}
          title={
            choice.deviceId === null
              ? `${device?.item ? itemName(device.item) : 'none'}, chosen by the design`
              : 'set by hand'
          }
          aria-label={`Device, ${circuit.title}`}
          value={choice.deviceId ?? ''}
          onChange={(event) => change({ deviceId: event.target.value === '' ? null : event.target.value })}
        >
          <option value="">
            {device?.item && choice.deviceId === null
              ? device.item.model
              : circuit.mustProtect
                ? 'design chooses'
                : 'none needed'}
          </option>
          <option value="none">no device</option>
          <option value={BUILT_IN}>built into the unit</option>
          {catalogue.devices.map((item) => (
            <option key={item.id} value={item.id}>
              {itemName(item)},{' '}
              {item.maxDcV > 0 ? formatQuantity(item.maxDcV, 'V DC') : `${formatQuantity(item.maxAcV, 'V AC')} only`}
            </option>
          ))}
        </select>
      </td>
      <td className="number">
        {device ? (
          <select
            data-place={place('deviceRatingA')}
            className={choice.deviceRatingA === null ? 'by-design' : ''}
            title={choice.deviceRatingA === null ? 'chosen by the design' : 'set by hand'}
            aria-label={`Device rating, ${circuit.title}`}
            value={choice.deviceRatingA ?? ''}
            onChange={(event) =>
              change({ deviceRatingA: event.target.value === '' ? null : Number(event.target.value) })
            }
          >
            <option value="">{choice.deviceRatingA === null ? `${device.ratingA.value}` : 'design'}</option>
            {ratings.map((ratingA) => (
              <option key={ratingA} value={ratingA}>
                {ratingA}
              </option>
            ))}
          </select>
        ) : (
          '–'
        )}
      </td>
    </tr>
  )
}
