import { type Mapping, TIME_ORDERS, WRITTEN_IN } from '@yard-lamp/core/log'
import { MEASURES, type MeasureId } from '@yard-lamp/core/records'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import type { TableFound } from '../../workers/readings.worker.ts'

interface MappingTableProps {
  found: TableFound
  mapping: Mapping
  isSureOfDay: boolean
  onMapping: (mapping: Mapping) => void
}

const ROLES = [
  { id: '', label: 'left out' },
  { id: 'date', label: 'date and time' },
  { id: 'clock', label: 'time of day' },
] as const

/** What each column holds: chosen above its first rows. */
export function MappingTable({ found, mapping, isSureOfDay, onMapping }: MappingTableProps) {
  const roleOf = (at: number): string =>
    at === mapping.date
      ? 'date'
      : at === mapping.clock
        ? 'clock'
        : (mapping.columns.find(({ column }) => column === at)?.measure ?? '')
  const take = (at: number, role: string) => {
    const others = mapping.columns.filter(({ column, measure }) => column !== at && measure !== role)
    const clock = mapping.clock === at ? null : mapping.clock
    if (role === 'date') return onMapping({ ...mapping, date: at, clock, columns: others })
    if (role === 'clock') return onMapping({ ...mapping, clock: at, columns: others })
    const measure = MEASURES.find(({ id }) => id === role)?.id
    onMapping({
      ...mapping,
      clock,
      columns: measure
        ? [...others, { column: at, measure, unit: WRITTEN_IN[measure][0]?.unit ?? '' }].sort(
            (a, b) => a.column - b.column,
          )
        : others,
    })
  }
  const setUnit = (at: number, unit: string) =>
    onMapping({ ...mapping, columns: mapping.columns.map((each) => (each.column === at ? { ...each, unit } : each)) })
  return (
    <>
      <div className="table-scroll">
        <table className="sheet-table log-mapping">
          <thead>
            <tr>
              {found.titles.map((title, at) => (
                <th key={at}>{title || `Column ${at + 1}`}</th>
              ))}
            </tr>
            <tr>
              {found.titles.map((title, at) => (
                <th key={at}>
                  <select
                    aria-label={`What ${title || `column ${at + 1}`} holds`}
                    value={roleOf(at)}
                    onChange={(event) => take(at, event.target.value)}
                  >
                    {ROLES.map(({ id, label }) => (
                      <option key={id} value={id}>
                        {label}
                      </option>
                    ))}
                    {MEASURES.map(({ id, label }) => (
                      <option key={id} value={id}>
                        {label}
                      </option>
                    ))}
                  </select>
                  <Unit mapping={mapping} at={at} title={title} onUnit={(unit) => setUnit(at, unit)} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {found.first.map((row, i) => (
              <tr key={i}>
                {found.titles.map((_, at) => (
                  <td key={at}>{row[at]}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="log-picks">
        <ChoiceField
          label="Times are written"
          place="log.order"
          value={mapping.order}
          choices={TIME_ORDERS.map((value) => ({ value, label: value }))}
          onValue={(order) => onMapping({ ...mapping, order })}
          {...(isSureOfDay ? {} : { hint: 'Day and month could stand either way: look at the first rows.' })}
        />
        <ChoiceField
          label="By the clock"
          place="log.zone"
          value={mapping.zone}
          choices={[
            { value: 'place', label: 'of the site' },
            { value: 'utc', label: 'UTC' },
          ]}
          onValue={(zone) => onMapping({ ...mapping, zone })}
        />
      </div>
    </>
  )
}

function Unit({
  mapping,
  at,
  title,
  onUnit,
}: {
  mapping: Mapping
  at: number
  title: string
  onUnit: (unit: string) => void
}) {
  const column = mapping.columns.find((each) => each.column === at)
  const ways = column ? WRITTEN_IN[column.measure as MeasureId] : []
  if (!column || ways.length < 2) return null
  return (
    <select aria-label={`Unit of ${title}`} value={column.unit} onChange={(event) => onUnit(event.target.value)}>
      {ways.map(({ unit }) => (
        <option key={unit}>{unit}</option>
      ))}
    </select>
  )
}
