import type { Option } from '@yard-lamp/core'
import { surplusOf } from '@yard-lamp/core/after'
import { dumpLoadSchema } from '@yard-lamp/core/job'
import { formatNumber, formatQuantity, monthName } from '@yard-lamp/core/units'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

type DumpLoad = Option['array']['dumpLoads'][number]

/** What is left over by month, and the loads that may use it, first come first served. */
export function SurplusPart() {
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const surplus = surplusOf(design)
  const { dumpLoads } = design.option.array
  if (!surplus) return null
  const write = (next: readonly DumpLoad[]) =>
    dispatch(edited({ act: 'set-option', part: 'array', patch: { dumpLoads: [...next] } }))
  const change = (id: string, patch: Partial<DumpLoad>) =>
    write(dumpLoads.map((each) => (each.id === id ? { ...each, ...patch } : each)))
  const raise = (at: number) => {
    const next = [...dumpLoads]
    const [moved] = next.splice(at, 1)
    if (moved) next.splice(at - 1, 0, moved)
    write(next)
  }
  return (
    <Part
      title="Surplus"
      aside={`${formatQuantity(surplus.kwhYear, 'kWh', 0)} a year left over, ${formatQuantity(surplus.unusedKwhYear, 'kWh', 0)} of it unused`}
    >
      <div className="table-scroll">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>kWh on an average day</th>
              {surplus.kwhByMonth.map((_, i) => (
                <th key={monthName(i + 1)} className="number">
                  {monthName(i + 1).slice(0, 3)}
                </th>
              ))}
              <th className="number">kWh a year</th>
            </tr>
          </thead>
          <tbody>
            <Row name="left over" byMonth={surplus.kwhByMonth} year={surplus.kwhYear} />
            {surplus.dumps.map((dump) => (
              <Row key={dump.id} name={dump.name || 'unnamed'} byMonth={dump.kwhByMonth} year={dump.kwhYear} />
            ))}
          </tbody>
        </table>
      </div>
      {dumpLoads.map((dump, i) => (
        <div className="existing" key={dump.id}>
          <div className="fields fields-narrow">
            <TextField
              label={`Takes surplus ${i + 1}`}
              place={`array.dump.${dump.id}.name`}
              value={dump.name}
              most={120}
              onValue={(name) => change(dump.id, { name })}
            />
            <NumberField
              label="Takes"
              place={`array.dump.${dump.id}.powerW`}
              value={dump.powerW}
              schema={dumpLoadSchema.shape.powerW}
              onValue={(powerW) => change(dump.id, { powerW: powerW ?? dump.powerW })}
            />
            <NumberField
              label="Most in a day"
              place={`array.dump.${dump.id}.mostKwhPerDay`}
              value={dump.mostKwhPerDay}
              schema={dumpLoadSchema.shape.mostKwhPerDay}
              onValue={(most) => change(dump.id, { mostKwhPerDay: most ?? dump.mostKwhPerDay })}
            />
          </div>
          {i > 0 && (
            <button type="button" className="pick" onClick={() => raise(i)}>
              Before
            </button>
          )}
          <button type="button" className="pick" onClick={() => write(dumpLoads.filter(({ id }) => id !== dump.id))}>
            Remove
          </button>
        </div>
      ))}
      <button
        type="button"
        className="pick"
        style={{ marginTop: 8 }}
        onClick={() =>
          write([...dumpLoads, { id: crypto.randomUUID(), name: 'Water heater', powerW: 1000, mostKwhPerDay: 4 }])
        }
      >
        Something that can use it
      </button>
    </Part>
  )
}

function Row({ name, byMonth, year }: { name: string; byMonth: readonly number[]; year: number }) {
  return (
    <tr>
      <td>{name}</td>
      {byMonth.map((kwh, i) => (
        <td key={monthName(i + 1)} className="number">
          {formatNumber(kwh, 1)}
        </td>
      ))}
      <td className="number">{formatNumber(year, 0)}</td>
    </tr>
  )
}
