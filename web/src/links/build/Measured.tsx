import { expectedText, figureText, type Reading, verdictOf, verdictText } from '@yard-lamp/core/build'
import type { StepRecord } from '@yard-lamp/core/records'
import type { Building } from './use-building.ts'

/** Everything that was measured, beside what was expected of it at that moment. */
export function Measured({ building: { built, standings, design } }: { building: Building }) {
  const rows = standings.flatMap(({ step }) => {
    const record = built?.results.get(step.id)
    return (record?.readings ?? []).flatMap((reading) =>
      reading.value === null || !record ? [] : [{ record, reading }],
    )
  })
  if (rows.length === 0) return <p className="build-empty">Nothing was measured yet.</p>
  return (
    <div className="table-scroll">
      <table className="sheet-table build-measured">
        <thead>
          <tr>
            <th>Step</th>
            <th>Reading</th>
            <th className="number">Measured</th>
            <th className="number">Expected</th>
            <th>Right?</th>
            <th>By</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ record, reading }) => (
            <Row key={record.id + reading.id} record={record} reading={reading} write={design.write} />
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface RowProps {
  record: StepRecord
  reading: Reading
  write: Building['design']['write']
}

function Row({ record, reading, write }: RowProps) {
  const isBad = verdictOf(reading) === 'low' || verdictOf(reading) === 'high'
  return (
    <tr>
      <td>{record.title}</td>
      <td>{reading.label}</td>
      <td className="number">
        <b>{figureText(reading, reading.value ?? 0, write)}</b>
      </td>
      <td className="number">{expectedText(reading, write) || '–'}</td>
      <td className={isBad ? 'build-bad' : ''}>{verdictText(reading, write) || '–'}</td>
      <td className="build-by">
        {record.by}, {new Date(record.at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })}
      </td>
    </tr>
  )
}
