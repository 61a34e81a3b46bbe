import type { Option } from '@yard-lamp/core'
import { dumpLoadSchema } from '@yard-lamp/core/job'
import type { MonthSpread, YearsTold } from '@yard-lamp/core/proof'
import { formatNumber, formatQuantity, monthName } from '@yard-lamp/core/units'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { YearTold } from '../../year/YearTold.tsx'

type DumpLoad = Option['array']['dumpLoads'][number]

/** What is left over by month, and the loads that may use it, first come first served. */
export function SurplusPart() {
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const { dumpLoads } = design.option.array
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
    <Part title="Surplus" aside="of the years hour by hour">
      <YearTold what="What is left over is told">
        {({ told }) => (
          <>
            <p className="small">{leftText(told)}</p>
            <LeftOver told={told} names={dumpLoads.map(({ name }) => name)} />
          </>
        )}
      </YearTold>
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

/** Sun that is left over, and what is taken of it, in a mean year. */
const yearOf = (months: readonly MonthSpread[]): number => months.reduce((sum, { mean }) => sum + mean, 0)

function leftText({ months }: YearsTold): string {
  const taken = months.dumpsKwh.reduce((sum, each) => sum + yearOf(each), 0)
  const unused = yearOf(months.surplusKwh)
  const all = `${formatQuantity(unused + taken, 'kWh', 0)} are left over in a mean year`
  return taken < 0.5 ? `${all}; nothing uses them.` : `${all}, ${formatQuantity(unused, 'kWh', 0)} of them unused.`
}

function LeftOver({ told: { months }, names }: { told: YearsTold; names: readonly string[] }) {
  return (
    <div className="table-scroll">
      <table className="sheet-table">
        <thead>
          <tr>
            <th>kWh in the month</th>
            {months.surplusKwh.map((_, i) => (
              <th key={monthName(i + 1)} className="number">
                {monthName(i + 1).slice(0, 3)}
              </th>
            ))}
            <th className="number">kWh a year</th>
          </tr>
        </thead>
        <tbody>
          {months.dumpsKwh.map((each, i) => (
            <Row key={names[i] ?? i} name={names[i] || 'unnamed'} byMonth={each} />
          ))}
          <Row name={names.length > 0 ? 'still left over' : 'left over'} byMonth={months.surplusKwh} />
        </tbody>
      </table>
    </div>
  )
}

function Row({ name, byMonth }: { name: string; byMonth: readonly MonthSpread[] }) {
  return (
    <tr>
      <td>{name}</td>
      {byMonth.map(({ mean }, i) => (
        <td key={monthName(i + 1)} className="number">
          {formatNumber(mean, 0)}
        </td>
      ))}
      <td className="number">{formatNumber(yearOf(byMonth), 0)}</td>
    </tr>
  )
}
